'use client';

import { useMemo, useState } from 'react';
import { ActFoot, useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { type FishFile, parseFish, type Sex } from '@/core/brood/parseFish';
import type { MassRange } from '@/core/brood/plausible';
import { grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { decodeText } from '@/core/readings/decodeText';
import { isoDay } from '@/core/time/localDay';
import { importFish } from '@/modules/brood/acts/import/act';
import { Field } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { Table } from '@/ui/Table';

/** Rows of the preview; the file may hold thousands. */
const SHOWN = 200;
const LARGEST = 4_000_000;

/** A species that a list can be of, and what its adults weigh: a bare figure is in kg or in g. */
export type ImportSpecies = { id: string; name: string; massG?: MassRange };

/** A list of brood fish from a file: each row with what is wrong in it, before anything is written. */
export function ImportFish({
  species,
  known,
  units,
}: {
  species: ImportSpecies;
  known: readonly { tag: string; sex: Sex }[];
  units: readonly string[];
}) {
  const { locale, timeZone, now, units: system } = useSession();
  const act = useAct(importFish, () => setFile(null));
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [tooLarge, setTooLarge] = useState(false);
  const read = useMemo((): FishFile | string | null => {
    if (!file) return null;
    try {
      return parseFish(file.text, {
        locale,
        known: new Map(known.map((k) => [k.tag, k.sex])),
        units: new Set(units),
        thisYear: Number(isoDay(now, timeZone).slice(0, 4)),
        massG: species.massG,
      });
    } catch (e) {
      if (e instanceof RangeError) return `${e.message}.`;
      throw e;
    }
  }, [file, locale, known, units, now, timeZone, species.massG]);
  const good = typeof read === 'object' ? read : null;
  const before = useMemo(() => new Set(known.map((k) => k.tag)), [known]);
  const fresh = good?.rows.filter((r) => !before.has(r.tag)).length ?? 0;
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (file)
          void act.submit(
            { species: species.id, fileName: file.name, text: file.text, locale },
            (r) =>
              `${r?.fish} fish read in: ${r?.added} new${Number(r?.ancestors) > 0 ? `, and ${r?.ancestors} ancestors known by name only` : ''}.`,
          );
      }}
    >
      <Field
        label={`CSV file of ${species.name} brood fish`}
        hint="A header line: tag, sex, strain, source, origin, caught, year class, sire, dam, marks, mass, length, unit. Only the tag must be there."
        error={tooLarge ? 'is larger than 4 MB: split the file' : typeof read === 'string' ? read : act.errorOn('text')}
      >
        {(p) => (
          <Input
            {...p}
            type="file"
            accept=".csv,.txt,text/csv"
            onChange={(e) => {
              const f = e.target.files?.[0];
              act.clear();
              setFile(null);
              setTooLarge(f !== undefined && f.size > LARGEST);
              if (f && f.size <= LARGEST)
                void f.arrayBuffer().then((b) => setFile({ name: f.name, text: decodeText(new Uint8Array(b)) }));
            }}
          />
        )}
      </Field>
      {good && (
        <p>
          <b>{grouped(good.rows.length)}</b> fish: {grouped(fresh)} new, {grouped(good.rows.length - fresh)} known
          already (what the file leaves empty stays as it is).
          {good.ignored.length > 0 && <span className="text-careful"> Not used: {good.ignored.join(', ')}.</span>}
        </p>
      )}
      {good && good.problems.length > 0 && (
        <div role="alert" className="border-l-[3px] border-hand bg-hand-wash px-3 py-2">
          <p className="font-bold">
            {good.problems.length} {good.problems.length === 1 ? 'cell' : 'cells'} to correct in the file. Nothing is
            written before that.
          </p>
          <ul className="max-h-[16rem] overflow-auto text-body">
            {good.problems.slice(0, SHOWN).map((p, i) => (
              <li key={i}>
                line {p.line}, {columnWords[p.column] ?? p.column}: {p.text ? `“${p.text}” ` : ''}
                {p.why}
              </li>
            ))}
          </ul>
        </div>
      )}
      {good && good.rows.length > 0 && (
        <div className="max-h-[22rem] overflow-auto border-t border-rule">
          <Table>
            <thead>
              <tr>
                {['line', 'tag', 'sex', 'year', 'strain', 'sire', 'dam', 'mass', 'unit', ''].map((h, i) => (
                  <th key={i}>{h}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {good.rows.slice(0, SHOWN).map((r) => (
                <tr key={r.line} className={good.problems.some((p) => p.line === r.line) ? 'bg-hand-wash' : ''}>
                  <td className="text-soft">{r.line}</td>
                  <td className="font-bold">{r.tag}</td>
                  <td>{r.sex ?? ''}</td>
                  <td>{r.yearClass ?? ''}</td>
                  <td>{r.strain ?? ''}</td>
                  <td>{r.sire ?? ''}</td>
                  <td>{r.dam ?? ''}</td>
                  <td className="whitespace-nowrap">{r.massG ? massOfAll(r.massG, system === 'us', 2) : ''}</td>
                  <td>{r.unit ?? ''}</td>
                  <td className="text-soft">{before.has(r.tag) ? 'known' : 'new'}</td>
                </tr>
              ))}
            </tbody>
          </Table>
          {good.rows.length > SHOWN && <p className="quiet">and {grouped(good.rows.length - SHOWN)} more</p>}
        </div>
      )}
      <ActFoot act={act} label="Read them in" disabled={!good || good.problems.length > 0 || good.rows.length === 0} />
    </form>
  );
}

const columnWords: Record<string, string> = { cameOn: 'caught', yearClass: 'year class' };
