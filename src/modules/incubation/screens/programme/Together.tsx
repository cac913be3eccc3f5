'use client';

import { useState } from 'react';
import { useSession } from '@/client/session';
import { decimals } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { Button } from '@/ui/Button';
import { Tick } from '@/ui/Checkbox';
import { Fold } from '@/ui/Fold';
import { Table } from '@/ui/Table';
import type { ProgrammeTake, ProgrammeView } from '../../views/programme';
import { temperatureStep } from './temperatureStep';

type Answer = {
  takes: { name: string; unchangedAt: string; offsetCelsius: number; reaches: string }[];
  spreadDays: number;
  unchangedSpreadDays: number;
  warnings?: string[];
};
const MOST = 12;
const keyOf = (t: ProgrammeTake) => `${t.name} ${t.sensor}`;

/** Takes of several days brought together: what each of their waters must be changed by. */
export function Together({
  view,
  stage,
  stageName,
  lot,
  at,
}: {
  view: Pick<ProgrammeView, 'takes' | 'waters' | 'ambient' | 'now' | 'sensor'>;
  stage: string;
  stageName: string;
  lot: string;
  /** The day that is wanted; null: the one that changes the waters least. */
  at: number | null;
}) {
  const { timeZone, units } = useSession();
  const { now } = view;
  const chosen = view.takes.find((t) => t.name === lot && t.sensor === view.sensor?.id);
  const [with_, setWith] = useState<readonly string[]>([]);
  const [answer, setAnswer] = useState<{ of: string; o: Answer } | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const others = view.takes.filter(
    (t) => t !== chosen && t.speciesName === chosen?.speciesName && t.phases.some((p) => p.stage === stage),
  );
  if (!chosen || others.length === 0) return null;
  const key = `${keyOf(chosen)} ${stage} ${at} ${with_.join()}`;
  const ask = async () => {
    setBusy(true);
    setError(null);
    const takes = [chosen, ...others.filter((t) => with_.includes(keyOf(t)))];
    const iso = (t: number) => new Date(t).toISOString();
    const line = (points: readonly { at: number; celsius: number }[]) =>
      points.map((p) => ({ at: iso(p.at), celsius: p.celsius }));
    const water = (t: ProgrammeTake) => view.waters.find((w) => w.sensor === t.sensor)!;
    try {
      const r = await fetch('/api/calc', {
        method: 'POST',
        body: JSON.stringify({
          id: 'development.synchronise',
          input: {
            takes: takes.map((t) => ({
              name: `${t.name} (${water(t).name})`,
              phases: t.phases.map(({ stage: s, model, factor, sumFrom }) => ({ stage: s, model, factor, sumFrom })),
              start: iso(t.fertilisedAt),
              measured: line(water(t).measured.filter((p) => p.at >= t.fertilisedAt - DAY_MS)),
              forecast: line(view.ambient.find((a) => a.sensor === t.sensor)?.points ?? []),
              observed: Object.fromEntries(Object.entries(t.observed).map(([k, v]) => [k, iso(v)])),
            })),
            stage,
            from: iso(now),
            limits: { low: chosen.limits.low, high: chosen.limits.high },
            ...(at === null ? {} : { at: iso(at) }),
          },
        }),
      });
      const a = (await r.json()) as { output?: Answer; error?: string };
      if (r.ok && a.output) setAnswer({ of: key, o: a.output });
      else setError(a.error ?? 'It cannot be worked.');
    } catch {
      setError('No connection. Nothing is lost: try again.');
    }
    setBusy(false);
  };
  const shown = answer?.of === key ? answer.o : null;
  return (
    <Fold className="mt-3 text-body" data-testid="together" title={<b>Bring takes together</b>}>
      <p className="quiet mt-1">
        {lot} and which others, to be {stageName} together
        {at === null ? ' on the day that changes their waters least' : ` on ${dayMonth(at, timeZone, now)}`}? Each needs
        a water of its own.
      </p>
      <div className="my-1 grid grid-cols-[repeat(auto-fill,minmax(180px,1fr))] gap-x-3">
        {others.map((t) => (
          <Tick
            key={keyOf(t)}
            checked={with_.includes(keyOf(t))}
            onChange={(on) => setWith(on ? [...with_, keyOf(t)].slice(-MOST) : with_.filter((x) => x !== keyOf(t)))}
          >
            {t.name} <span className="quiet">{view.waters.find((w) => w.sensor === t.sensor)?.name}</span>
          </Tick>
        ))}
      </div>
      <Button disabled={busy || with_.length === 0} onClick={() => void ask()}>
        {busy ? 'Working …' : 'What it takes'}
      </Button>
      {error && (
        <p role="alert" className="text-loss">
          {error}
        </p>
      )}
      {shown && (
        <>
          <Table className="mt-2">
            <thead>
              <tr>
                <th>take</th>
                <th className="num">as now</th>
                <th className="num">its water</th>
                <th className="num">{stageName}</th>
              </tr>
            </thead>
            <tbody>
              {shown.takes.map((t) => (
                <tr key={t.name}>
                  <td>{t.name}</td>
                  <td className="num">{dayMonth(Date.parse(t.unchangedAt), timeZone, now)}</td>
                  <td className="num font-bold">{temperatureStep(t.offsetCelsius, units === 'us')}</td>
                  <td className="num">{dayMonth(Date.parse(t.reaches), timeZone, now)}</td>
                </tr>
              ))}
            </tbody>
          </Table>
          <p className={shown.warnings ? 'text-hand' : 'text-deep'}>
            {decimals(shown.unchangedSpreadDays, 1)} days apart now, {decimals(shown.spreadDays, 1)} then.{' '}
            {shown.warnings?.map((w) => `${w.charAt(0).toUpperCase()}${w.slice(1)}.`).join(' ')}
          </p>
        </>
      )}
    </Fold>
  );
}
