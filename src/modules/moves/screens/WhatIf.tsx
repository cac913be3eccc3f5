import { useState } from 'react';
import { useAct } from '@/client/act/useAct';
import { NumberInput, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { bornBy, cannotGo, type Floor, type FloorTank, grownBy, WEEKS } from '@/core/planning/floor';
import { grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { raiseJob } from '@/modules/water/acts/job/act';
import { Button } from '@/ui/Button';
import { SelectField } from '@/ui/SelectField';
import { Table } from '@/ui/Table';

/** A move that is tried: ids of the tanks, and how many, as it is typed. */
export type Tried = { from: string; to: string; text: string };

export const percentOf = (share: number | null) => (share === null ? '' : `${Math.round(100 * share)} %`);

/** So many that the tank bears the rest in eight weeks; half of them where it bears them all, or nobody can tell. */
export function toSpare(t: FloorTank): number {
  const h = t.holds!;
  const end = h.weeks[WEEKS] ?? null;
  return Math.ceil(h.number * (end !== null && end > 1 ? 1 - 1 / end : 0.5));
}

/** Tried before it is done: a part of a tank into another, both as they will be. */
export function WhatIf({ floor, may, of, put }: { floor: Floor; may: boolean; of: Tried; put: (t: Tried) => void }) {
  const { locale, timeZone, now } = useSession();
  const job = useAct(raiseJob);
  const [raised, setRaised] = useState('');
  const lots = floor.tanks.filter((t) => t.holds !== null && t.holds.meanG !== null);
  const { from, to, text } = of;
  if (lots.length === 0) return null;
  const a = floor.tanks.find((t) => String(t.id) === from);
  const b = floor.tanks.find((t) => String(t.id) === to);
  const number = wholeOf(text, locale).value;
  const h = a?.holds;
  const told =
    h && h.meanG !== null && b && number !== null && number > 0
      ? [0, WEEKS].map((w) => {
          const meanG = grownBy(h.meanG!, h.rise, 7 * w);
          const here = bornBy(h.bears, a, meanG);
          const there = bornBy(h.bears, b, meanG);
          return {
            weeks: w,
            from: here === null ? null : Math.max(0, h.number - number) / here,
            to: there === null ? null : number / there + (b.holds?.weeks[w] ?? 0),
          };
        })
      : null;
  const conflict =
    !a || !b
      ? null
      : a.id === b.id
        ? 'They stand there already.'
        : number !== null && h && number > h.number
          ? `Only ${grouped(Math.round(h.number))} stand in ${a.name}.`
          : b.holds
            ? `${b.name} holds ${b.holds.lot}: they would be mixed.`
            : h && cannotGo(h.warmth, b)
              ? `Not there: ${cannotGo(h.warmth, b)}.`
              : a.roomId !== b.roomId
                ? 'Another water: temper them.'
                : null;
  return (
    <section aria-label="What if">
      <h2 className="border-b-2 border-deep/40 pb-0.5">What if</h2>
      <div className="mt-1 grid grid-cols-3 gap-2">
        <SelectField
          label="From"
          value={from}
          empty="choose"
          onChange={(v) => put({ ...of, from: v })}
          options={lots.map((t) => ({ value: String(t.id), label: t.name, group: t.room }))}
        />
        <NumberInput label="How many" value={text} onChange={(v) => put({ ...of, text: v })} />
        <SelectField
          label="To"
          value={to}
          empty="choose"
          onChange={(v) => put({ ...of, to: v })}
          options={floor.tanks.map((t) => ({
            value: String(t.id),
            label: t.holds ? t.name : `${t.name}, free`,
            group: t.room,
          }))}
        />
      </div>
      {conflict && <p className="mt-1 text-careful">{conflict}</p>}
      {told && a && b && a.id !== b.id && (
        <Table className="mt-1" data-testid="what-if">
          <thead>
            <tr>
              <th />
              <th className="num">{a.name}</th>
              <th className="num">{b.name}</th>
            </tr>
          </thead>
          <tbody>
            {told.map((w) => (
              <tr key={w.weeks}>
                <td>{w.weeks === 0 ? 'now' : dayMonth(now + 7 * w.weeks * DAY_MS, timeZone, now)}</td>
                {[w.from, w.to].map((share, i) => (
                  <td key={i} className={`num ${Math.round(100 * (share ?? 0)) > 100 ? 'font-bold text-hand' : ''}`}>
                    {share === null ? 'not known' : percentOf(share)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {may && told && a && b && a.id !== b.id && number! <= h!.number && (
        <p className="mt-1 flex gap-x-4">
          <Button
            disabled={job.busy || raised === `${from} ${to} ${text}`}
            onClick={() =>
              void job.submit(
                {
                  what: `${b.name}: ${b.holds ? '' : 'clean, disinfect, fill the day before; then '}${grouped(number!)} from ${a.name}`,
                  priority: 'week',
                },
                () => {
                  setRaised(`${from} ${to} ${text}`);
                  return 'In force: it stands among the jobs.';
                },
              )
            }
          >
            Put this in force
          </Button>
          {raised === `${from} ${to} ${text}` && <span className="text-soft">It stands among the jobs.</span>}
          {job.refused && <span className="text-loss">{job.refused.message}</span>}
        </p>
      )}
    </section>
  );
}
