'use client';

import Papa from 'papaparse';
import { useState } from 'react';
import { decodeText } from '@/core/readings/decodeText';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/fields';
import { Input, TextArea } from '@/ui/Input';

/** A file larger than this holds no list of lengths. */
const LARGEST = 1024 * 1024;

/**
 * Lengths typed or pasted one after the other, or out of a file: of a CSV the column that is headed by a length, else
 * the first that holds figures.
 */
export function LengthsField({
  label,
  value,
  onChange,
  error,
  hint,
}: {
  label: string;
  value: string;
  onChange: (v: string) => void;
  error: string | null;
  hint?: string;
}) {
  const [fileSays, setFileSays] = useState<string | null>(null);
  const take = async (f: File | undefined) => {
    if (!f) return;
    if (f.size > LARGEST) return setFileSays('is larger than 1 MB: no list of lengths');
    const found = lengthsIn(decodeText(new Uint8Array(await f.arrayBuffer())));
    if (found.length === 0) return setFileSays('holds no column of figures');
    setFileSays(`${found.length} figures read from ${f.name}`);
    onChange(found.join(' '));
  };
  return (
    <div className="flex flex-col gap-1">
      <Field label={label} error={error} hint={hint}>
        {(p) => (
          <TextArea
            {...p}
            rows={4}
            inputMode="decimal"
            value={value}
            placeholder="24 25.5 23 31 26 …"
            onChange={(e) => onChange(e.target.value)}
          />
        )}
      </Field>
      <Field label="or from a file" error={null} hint={fileSays ?? 'One to a line, or a CSV with a column of lengths'}>
        {(p) => (
          <Input {...p} type="file" accept=".csv,.txt,text/csv" onChange={(e) => void take(e.target.files?.[0])} />
        )}
      </Field>
      {value.trim() !== '' && (
        <p>
          <Button kind="link" onClick={() => onChange('')}>
            clear
          </Button>
        </p>
      )}
    </div>
  );
}

/** The figures of a list: of a table the column headed by a length, else the first column that mostly holds figures. */
export function lengthsIn(text: string): string[] {
  const rows = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true }).data.map((r) => r.map((x) => x.trim()));
  const figure = (x: string | undefined) => x !== undefined && /^\d+([.,]\d+)?(\s*(mm|cm|in))?$/i.test(x);
  const head = rows.findIndex((r) => r.some((x) => /length|\bmm\b|\bcm\b/i.test(x) && !figure(x)));
  const columns = Math.max(0, ...rows.map((r) => r.length));
  const headed = head < 0 ? -1 : rows[head]!.findIndex((x) => /length|\bmm\b|\bcm\b/i.test(x));
  const unit = head < 0 ? '' : (/\b(mm|cm|in)\b/i.exec(rows[head]![headed]!)?.[0] ?? '');
  const below = rows.slice(head + 1);
  const share = (c: number) => below.filter((r) => figure(r[c])).length / Math.max(1, below.length);
  const column = headed >= 0 ? headed : Array.from({ length: columns }, (_, c) => c).find((c) => share(c) > 0.5);
  if (column === undefined) return [];
  return below.flatMap((r) => {
    const x = r[column];
    return figure(x) ? [/[a-z]/i.test(x!) || unit === '' ? x! : `${x}${unit}`] : [];
  });
}
