'use client';

import { useState } from 'react';
import { ActFoot, useAct } from '@/client/act/useAct';
import { decimalOf, MeasureInput, measureOf, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { decimals, degrees, grouped, plain } from '@/core/quantities/format';
import { fromBase } from '@/core/quantities/measure';
import { decodeText, LARGEST_FILE } from '@/core/readings/decodeText';
import { sensorKinds, sensorLabel } from '@/core/readings/sensorKinds';
import { clock, dayMonth } from '@/core/time/localDay';
import { importReadings } from '@/modules/water/acts/import/act';
import { recordReading } from '@/modules/water/acts/reading/act';
import type { ReadNow } from '@/server/sensorsNow';
import { Button } from '@/ui/Button';
import { Field, TextField } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { SelectField } from '@/ui/SelectField';
import { Table } from '@/ui/Table';
import type { WaterDays } from '../views/waterDays';
import { WaterChart } from './WaterChart';

type Imported = {
  sensor: string;
  added: number;
  replaced: number;
  same: number;
  conflictCount: number;
  conflicts: { when: string; stored: number; given: number }[];
  problems: { line: number; text: string; why: string }[];
  problemCount: number;
  future: number;
  from: string;
  to: string;
  understood: { dateOrder: string; unit: string };
};

/** A logger’s file, or one reading by eye, of any sensor. */
export function LoggerImport({
  sensors,
  water,
  mayWrite,
  timeZone,
}: {
  sensors: readonly ReadNow[];
  water: WaterDays;
  mayWrite: boolean;
  timeZone: string;
}) {
  const { locale, now, units } = useSession();
  const unit = useShown();
  const act = useAct(importReadings);
  const typed = useAct(recordReading, () => setReading(''));
  const event = useEventFields();
  const [sensor, setSensor] = useState(String(sensors[0]?.id ?? ''));
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [tooLarge, setTooLarge] = useState(false);
  const [report, setReport] = useState<Imported | null>(null);
  const [reading, setReading] = useState('');
  const chosen = sensors.find((s) => s.id === Number(sensor));
  const kind = sensorKinds[chosen?.kind ?? 'temperature'];
  const t =
    kind.word === 'temperature'
      ? measureOf(reading, 'temperature', unit('temperature'), locale)
      : kind.word === 'flow'
        ? measureOf(reading, 'flow', unit('flow'), locale)
        : decimalOf(reading, locale);
  if (sensors.length === 0)
    return <p className="quiet">No sensor yet. Set-up makes them: each room needs one, typed or logged.</p>;
  const importFile = (more: Record<string, string> = {}) => {
    if (!file) return;
    // First it is shown what was understood; the answer to that writes it.
    void act.submit({ sensor: Number(sensor), fileName: file.name, text: file.text, preview: 'show', ...more }, (r) => {
      setReport(r as unknown as Imported);
      return `Read: ${r?.sensor}.`;
    });
  };
  return (
    <div className="grid grid-cols-[minmax(0,420px)_minmax(0,1fr)] gap-10 max-lg:grid-cols-1">
      <div className="flex flex-col gap-6">
        <SelectField
          label="Water"
          value={sensor}
          onChange={setSensor}
          options={sensors.map((s) => ({
            value: String(s.id),
            label: `${s.name}, ${s.room}${s.kind === 'temperature' ? '' : `, ${sensorKinds[s.kind].word}`}`,
          }))}
          hint={chosen && lastOf(chosen, timeZone, units === 'us')}
        />
        {mayWrite && (
          <form
            className="flex flex-col gap-3"
            onSubmit={(e) => {
              e.preventDefault();
              importFile();
            }}
          >
            <h2>A logger’s file</h2>
            <Field
              label="CSV file"
              hint="Any separator, decimal comma or point, local times or with a zone"
              error={tooLarge ? 'is larger than 25 MB: split the file' : act.errorOn('text')}
            >
              {(p) => (
                <Input
                  {...p}
                  type="file"
                  accept=".csv,.txt,text/csv"
                  onChange={(e) => {
                    const f = e.target.files?.[0];
                    setReport(null);
                    setFile(null);
                    setTooLarge(f !== undefined && f.size > LARGEST_FILE);
                    if (f && f.size <= LARGEST_FILE)
                      void f.arrayBuffer().then((b) => setFile({ name: f.name, text: decodeText(new Uint8Array(b)) }));
                  }}
                />
              )}
            </Field>
            <ActFoot act={act} label="Import" disabled={!file || !sensor} />
          </form>
        )}
        {mayWrite && (
          <form
            className="flex flex-col gap-3 border-t border-rule pt-4"
            onSubmit={(e) => {
              e.preventDefault();
              if (t.value !== null)
                void typed.submit(
                  { sensor: Number(sensor), value: t.value, ...event.payload },
                  (r) => `${r?.sensor}: recorded.`,
                );
            }}
          >
            <h2>One reading by eye</h2>
            {kind.word === 'temperature' || kind.word === 'flow' ? (
              <MeasureInput
                label={kind.word === 'flow' ? 'Flow' : 'Temperature'}
                dimension={kind.word}
                value={reading}
                onChange={setReading}
                error={typed.errorOn('value')}
              />
            ) : (
              <TextField
                label={sensorLabel(chosen?.kind ?? 'temperature')}
                inputMode="decimal"
                value={reading}
                onChange={setReading}
                error={(t.error ?? undefined) || typed.errorOn('value')}
              />
            )}
            {event.view(typed.errorOn('at'))}
            <ActFoot act={typed} label="Record reading" disabled={t.value === null} />
          </form>
        )}
      </div>
      <div>
        {!report && chosen && (
          <WaterChart
            days={water.days}
            list={water.bySensor[chosen.id] ?? water.days.map(() => null)}
            shown={(v) =>
              kind.word === 'temperature' || kind.word === 'flow' ? fromBase(v, kind.word, unit(kind.word)) : v
            }
            unit={kind.word === 'temperature' || kind.word === 'flow' ? unit(kind.word) : kind.unit}
            timeZone={timeZone}
            now={now}
          />
        )}
        {report && (
          <section data-testid="import-report">
            <h2 className="mb-2">
              {report.sensor}, {report.from} to {report.to}
            </h2>
            <p>
              <b>{grouped(report.added)}</b> new, {grouped(report.same)} stored already
              {report.replaced > 0 && `, ${grouped(report.replaced)} replaced`}
              {report.future > 0 && `, ${grouped(report.future)} in the future left out`}.
            </p>
            {report.conflictCount > 0 && (
              <div className="mt-3">
                <p className="text-hand">
                  {grouped(report.conflictCount)} readings contradict what is stored for the same instant; the stored
                  ones were kept.
                </p>
                <Table className="mt-1 max-w-[28rem]">
                  <thead>
                    <tr>
                      <th>when</th>
                      <th className="num">stored</th>
                      <th className="num">file</th>
                    </tr>
                  </thead>
                  <tbody>
                    {report.conflicts.slice(0, 12).map((c) => (
                      <tr key={c.when}>
                        <td>{c.when}</td>
                        <td className="num">{decimals(c.stored, 2)}</td>
                        <td className="num">{decimals(c.given, 2)}</td>
                      </tr>
                    ))}
                  </tbody>
                </Table>
                <Button className="mt-2" onClick={() => importFile({ conflicts: 'replace', preview: 'seen' })}>
                  Take the file’s
                </Button>
              </div>
            )}
            {report.problemCount > 0 && (
              <div className="mt-3">
                <p className="text-careful">
                  {grouped(report.problemCount)} lines could not be read and were left out.
                </p>
                <ul className="text-small">
                  {report.problems.slice(0, 10).map((q) => (
                    <li key={q.line} className="border-b border-rule py-1">
                      line {q.line}: <span className="font-mono">{q.text}</span>: {q.why}
                    </li>
                  ))}
                </ul>
              </div>
            )}
          </section>
        )}
      </div>
    </div>
  );
}

const lastOf = (s: ReadNow, timeZone: string, us: boolean) =>
  s.value === null || s.at === null
    ? 'no reading yet'
    : `last ${s.kind === 'temperature' ? degrees(s.value, us) : `${plain(Number(s.value.toFixed(2)))} ${sensorKinds[s.kind].unit}`}, ${dayMonth(s.at, timeZone)} ${clock(s.at, timeZone)}`;
