'use client';

import { curveMonotoneX, max, scaleSqrt, scaleUtc } from 'd3';
import { grouped, plain } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Band, Corner, Line, Point, Rule, XAxis, YAxis } from '@/ui/chart/parts';

/** Dead of a round or a day, beside what was expected of it. */
export type DeadPoint = {
  at: number;
  dead: number;
  expected: number | null;
  low: number | null;
  high: number | null;
  called: boolean;
};

const [W, H] = [320, 150];
const BOX = boxOf(W, H, { left: 40, right: 12, top: 22, bottom: 22 });

/** Dead over time on the ribbon of what was expected: points, those that were called out marked; what came between. */
export function DeadCurve({
  points,
  next,
  marks = [],
  of,
  now,
  timeZone,
}: {
  points: readonly DeadPoint[];
  /** What one now would find. */
  next?: { expected: number; low: number; high: number } | null;
  /** Instants worth a line: a treatment, the opening of a case. */
  marks?: readonly { at: number; says: string }[];
  /** What a point is: a round, a day. */
  of: 'round' | 'day';
  now: number;
  timeZone: string;
}) {
  const first = points[0]?.at ?? now;
  const top = Math.max(4, max(points, (r) => Math.max(r.dead, r.high ?? 0)) ?? 4, next?.high ?? 0);
  const x = scaleUtc().domain([first, now]).range([BOX.left, BOX.right]);
  const y = scaleSqrt().domain([0, top]).range([BOX.bottom, BOX.top]);
  const known = [...points, ...(next ? [{ at: now, ...next }] : [])].filter(
    (p): p is { at: number; expected: number; low: number; high: number } & typeof p => p.expected !== null,
  );
  const last = points.at(-1);
  return (
    <Chart
      {...{ width: W, height: H, box: BOX, x, y }}
      says={
        last
          ? `Dead of ${points.length} ${of}s; the last: ${last.dead}${last.low === null ? '' : `, ${plain(last.low)} to ${plain(last.high!)} expected`}`
          : `No ${of} yet`
      }
      table={{
        head: [of, 'dead', 'expected'],
        rows: points
          .toReversed()
          .map((r) => [
            dayMonth(r.at, timeZone, now),
            grouped(r.dead),
            r.low === null ? '' : `${grouped(r.low)} to ${grouped(r.high!)}`,
          ]),
      }}
    >
      <YAxis ticks={[0, top / 4, top].map(Math.round).filter((v, i, a) => a.indexOf(v) === i)} format={grouped} />
      <Band of={known} x={(r) => r.at} low={(r) => r.low} high={(r) => r.high} curve={curveMonotoneX} />
      <Line of={known} x={(r) => r.at} y={(r) => r.expected} curve={curveMonotoneX} width={1.2} dashed />
      {marks
        .filter((m) => m.at >= first && m.at <= now)
        .map((m) => (
          <Rule key={`${m.at}${m.says}`} x={m.at} dashed />
        ))}
      {points.map((r) => (
        <Point
          key={r.at}
          x={r.at}
          y={r.dead}
          r={r.called ? 3.4 : points.length > 40 ? 1.8 : 2.4}
          fill={r.called ? 'var(--loss)' : 'var(--ink)'}
        />
      ))}
      {last && (
        <Corner at="right" bold fill={last.called ? 'var(--loss)' : 'var(--ink)'}>
          {`${grouped(last.dead)} on ${dayMonth(last.at, timeZone)}`}
        </Corner>
      )}
      {known.length > 0 && (
        <Corner at="left" fill="var(--deep)">
          expected
        </Corner>
      )}
      <XAxis
        ends
        ticks={[
          { at: first, says: dayMonth(first, timeZone, now) },
          { at: now, says: 'now' },
        ]}
      />
    </Chart>
  );
}
