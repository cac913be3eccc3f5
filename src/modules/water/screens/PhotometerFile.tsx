'use client';

import { useState } from 'react';
import { ActFoot, useAct } from '@/client/act/useAct';
import { grouped } from '@/core/quantities/format';
import { decodeText, LARGEST_FILE } from '@/core/readings/decodeText';
import { Field } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { type HandFileResult, readWaterFile } from '../acts/readFile/act';

/** The file of a photometer or meter: a walk's figures, each into its tank. */
export function PhotometerFile() {
  const act = useAct(readWaterFile);
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [tooLarge, setTooLarge] = useState(false);
  const [told, setTold] = useState<HandFileResult | null>(null);
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (!file) return;
        void act.submit({ fileName: file.name, text: file.text }, (r) => {
          const result = r as HandFileResult | undefined;
          setTold(result ?? null);
          return result ? `${grouped(result.added)} figures of ${result.tanks.length} tanks are new.` : 'Read.';
        });
      }}
    >
      <h2>A photometer’s file</h2>
      <Field
        label="The walk, as CSV"
        hint="Time, tank as it is named here, and figures headed as NH4-N, NO2, pH …"
        error={tooLarge ? 'is larger than 25 MB: split the file' : act.errorOn('text')}
      >
        {(p) => (
          <Input
            {...p}
            type="file"
            accept=".csv,.txt,text/csv"
            onChange={async (e) => {
              const chosen = e.target.files?.[0];
              setTold(null);
              setTooLarge((chosen?.size ?? 0) > LARGEST_FILE);
              setFile(
                chosen && chosen.size <= LARGEST_FILE
                  ? { name: chosen.name, text: decodeText(new Uint8Array(await chosen.arrayBuffer())) }
                  : null,
              );
            }}
          />
        )}
      </Field>
      <ActFoot act={act} label="Read it in" needs={file ? [] : ['a file']} />
      {told && (
        <ul className="text-small text-soft" data-testid="photometer-told">
          {told.same > 0 && <li>{grouped(told.same)} stood already.</li>}
          {told.kept > 0 && <li>{grouped(told.kept)} contradict what stands: left as they are.</li>}
          {told.future > 0 && <li>{grouped(told.future)} lie in the future: left out.</li>}
          {told.unknown.length > 0 && <li>Not known here: {told.unknown.join(', ')}.</li>}
          {told.problems.slice(0, 8).map((x) => (
            <li key={`${x.line}${x.why}`}>
              Line {x.line}: {x.why}
            </li>
          ))}
          {told.problems.length > 8 && <li>and {told.problems.length - 8} more lines.</li>}
        </ul>
      )}
    </form>
  );
}
