'use client';

import { scaleLinear, scaleLog } from 'd3';
import { useSession } from '@/client/session';
import { massEach } from '@/core/quantities/mass';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Band, Label, Line, Point, Rule, Shade, XAxis, YAxis } from '@/ui/chart/parts';
import type { GrowthLine } from '../../views/growth';

const [W, H] = [900, 330];
const BOX = boxOf(W, H, { left: 62, right: 92, top: 14, bottom: 26 });
const LEAST_G = 1e-4;
/** Days of the past that are drawn beside what lies ahead. */
const BEHIND = 120;

/** Mean masses as weighed, how they stand now, and where growth leads: the ribbon is what weighing and growth leave open. */
export function GrowthCurve({ g, now }: { g: GrowthLine; now: number }) {
  const { units, timeZone } = useSession();
  const us = units === 'us';
  const seen = g.weighings.filter((w) => w.at > now - BEHIND * DAY_MS);
  const from = Math.min(now - 14 * DAY_MS, ...seen.map((w) => w.at));
  const to = g.ahead.at(-1)?.at ?? now + 7 * DAY_MS;
  const all = [...seen, g.now, ...g.ahead];
  const x = scaleLinear().domain([from, to]).range([BOX.left, BOX.right]);
  const y = scaleLog()
    .domain([
      Math.min(...all.map((p) => Math.max(LEAST_G, p.low))) * 0.92,
      Math.max(...all.map((p) => p.high), g.target?.g ?? 0) * 1.1,
    ])
    .range([BOX.bottom, BOX.top]);
  const day = (at: number) => dayMonth(at, timeZone, now);
  const months = monthsBetween(from, to, timeZone, now);
  return (
    <Chart
      {...{ width: W, height: H, box: BOX, x, y }}
      says={`${g.lot} in ${g.unit}: ${seen.map((w) => `${day(w.at)} ${massEach(w.meanG, us)}`).join(', ')}; now ${massEach(g.now.meanG, us)}`}
      table={{
        head: ['day', 'mean', 'between', ''],
        rows: [
          ...seen.map((w) => [
            day(w.at),
            massEach(w.meanG, us),
            `${massEach(w.low, us)} and ${massEach(w.high, us)}`,
            w.here ? 'weighed' : 'weighed elsewhere',
          ]),
          ...g.ahead
            .filter((_, i) => i % 5 === 0)
            .map((p) => [
              day(p.at),
              massEach(p.meanG, us),
              `${massEach(p.low, us)} and ${massEach(p.high, us)}`,
              p.at === now ? 'now' : 'forecast',
            ]),
        ],
      }}
    >
      {g.outside.map((o) => (
        <Shade key={`o${o.from}`} from={o.from} to={o.to} fill="var(--careful)">
          {o.to - o.from > 12 * DAY_MS ? `too ${o.is}` : undefined}
        </Shade>
      ))}
      {g.stretches.map((s) => (
        <Shade key={`s${s.from}`} from={s.from} to={s.to} fill={s.is === 'slow' ? 'var(--loss)' : 'var(--deep)'}>
          {s.is === 'slow' ? 'slow' : 'caught up'}
        </Shade>
      ))}
      <YAxis ticks={massTicks(y, us)} format={(v) => massEach(v, us)} />
      <XAxis lines ticks={months} />
      <Band of={g.ahead} x={(p) => p.at} low={(p) => Math.max(LEAST_G, p.low)} high={(p) => p.high} />
      <Line of={g.ahead} x={(p) => p.at} y={(p) => p.meanG} dashed />
      <Line
        of={[...seen.filter((w) => w.here), g.now]}
        x={(p) => p.at}
        y={(p) => p.meanG}
        stroke="var(--strong)"
        width={1.2}
      />
      {seen.map((w) => (
        <Point
          key={w.at}
          x={w.at}
          y={w.meanG}
          low={Math.max(LEAST_G, w.low)}
          high={w.high}
          fill={w.here ? 'var(--deep)' : 'var(--strong)'}
        />
      ))}
      <Rule x={now} />
      {g.target && (
        <>
          <Rule y={g.target.g} dashed />
          {g.target.at !== null && g.target.at <= to && (
            <Label x={g.target.at} y={g.target.g * 1.06} bold>
              {day(g.target.at)}
            </Label>
          )}
        </>
      )}
      <Label x={now} y={g.now.meanG * 0.9}>
        {massEach(g.now.meanG, us)}
      </Label>
      {g.ahead.length > 0 && (
        <Label x={to} y={g.ahead.at(-1)!.meanG}>
          {massEach(g.ahead.at(-1)!.meanG, us)}
        </Label>
      )}
    </Chart>
  );
}

/** The first of each month between two instants. */
function monthsBetween(from: number, to: number, timeZone: string, now: number): { at: number; says: string }[] {
  const out: { at: number; says: string }[] = [];
  for (let at = from; at < to; at += DAY_MS) {
    const says = dayMonth(at, timeZone, now);
    if (/^1 /.test(says)) out.push({ at, says });
  }
  return out;
}

const POUND_G = 453.59237;

/** Masses for a scale, about half a dozen: in US units those of which a round number goes to a pound. */
function massTicks(y: { domain(): number[]; ticks(n: number): number[] }, us: boolean): number[] {
  if (!us) return y.ticks(4);
  const [low, high] = y.domain() as [number, number];
  const counts: number[] = [];
  for (let ten = 0.1; ten <= POUND_G / low; ten *= 10)
    for (const k of [1, 2, 5]) if (k * ten >= POUND_G / high && k * ten <= POUND_G / low) counts.push(k * ten);
  return counts.map((n) => POUND_G / n);
}
