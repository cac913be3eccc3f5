'use client';

import { scaleLinear } from 'd3';
import { useSession } from '@/client/session';
import { degrees } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Label, Line, Point, Rule, XAxis, YAxis } from '@/ui/chart/parts';
import type { AppetiteView } from '../../views/appetite';
import { feedMassOf } from '../feedWords';

type Chosen = NonNullable<AppetiteView['chosen']>;

const [W, H] = [900, 300];
const BOX = boxOf(W, H, { left: 70, right: 96, top: 16, bottom: 26 });
/** Days drawn ahead: to the next drop, at least so many. */
const AHEAD = 3;

/** What they ate, day by day; what tomorrow is expected to be, and when they will next stop. */
export function AppetiteCurve({ c, now }: { c: Chosen; now: number }) {
  const { units, timeZone } = useSession();
  const us = units === 'us';
  const b = c.belief;
  const drop = b?.nextDrop
    ? { at: Date.parse(b.nextDrop.at), low: Date.parse(b.nextDrop.low), high: Date.parse(b.nextDrop.high) }
    : null;
  const first = c.days[0]!.day;
  const to = Math.max(now + AHEAD * DAY_MS, drop ? Math.min(drop.high + DAY_MS, now + 30 * DAY_MS) : 0);
  const x = scaleLinear().domain([first, to]).range([BOX.left, BOX.right]);
  const most = Math.max(...c.days.map((d) => d.offeredG), b ? b.plateauG : 0) * 1.12;
  const y = scaleLinear().domain([0, most]).range([BOX.bottom, BOX.top]);
  const noon = (d: { day: number }) => d.day + DAY_MS / 2;
  const day = (at: number) => dayMonth(at, timeZone, now);
  const ticks = c.days.filter((_, i) => i % Math.max(1, Math.round(c.days.length / 7)) === 0);
  return (
    <Chart
      {...{ width: W, height: H, box: BOX, x, y }}
      says={`${c.unit}: eaten a day, ${c.days
        .slice(-7)
        .map((d) => `${day(d.day)} ${feedMassOf(d.eatenG, us)}`)
        .join(', ')}`}
      table={{
        head: ['day', 'given', 'eaten', 'water'],
        rows: [...c.days]
          .reverse()
          .map((d) => [
            day(d.day),
            feedMassOf(d.offeredG, us),
            feedMassOf(d.eatenG, us),
            d.celsius === null ? '' : degrees(d.celsius, us),
          ]),
      }}
    >
      <YAxis ticks={y.ticks(4)} format={(v) => feedMassOf(v, us)} />
      <XAxis ticks={ticks.map((d) => ({ at: noon(d), says: day(d.day) }))} />
      {drop && (
        <rect
          x={x(Math.max(now, drop.low))}
          width={Math.max(2, x(Math.min(to, drop.high)) - x(Math.max(now, drop.low)))}
          y={BOX.top}
          height={BOX.bottom - BOX.top}
          fill="var(--careful)"
          opacity={0.16}
        />
      )}
      {c.days.map((d) => (
        <line
          key={d.day}
          x1={x(noon(d))}
          x2={x(noon(d))}
          y1={y(d.eatenG)}
          y2={y(d.offeredG)}
          stroke="var(--strong)"
          strokeWidth={2}
          opacity={0.5}
        />
      ))}
      <Line of={c.days.filter((d) => !d.sofar)} x={noon} y={(d) => d.eatenG} />
      {c.days.map((d) => (
        <Point key={d.day} x={noon(d)} y={d.eatenG} r={3.4} fill={d.sofar ? 'var(--strong)' : 'var(--deep)'} />
      ))}
      <Rule x={now} />
      {b && (
        <>
          <Rule y={b.plateauG} dashed />
          <Point x={now + DAY_MS / 2} y={Math.min(b.tomorrowG, most)} r={4} fill="var(--careful)" />
          <Label x={now + DAY_MS / 2} y={Math.min(b.tomorrowG, most)}>
            {`${c.days.at(-1)!.sofar ? 'today' : 'tomorrow'} ${feedMassOf(b.tomorrowG, us)}`}
          </Label>
        </>
      )}
      {drop && drop.at <= to && (
        <Label x={drop.at} y={most * 0.95} bold fill="var(--careful)">
          {`drop ${day(drop.at)}`}
        </Label>
      )}
    </Chart>
  );
}
