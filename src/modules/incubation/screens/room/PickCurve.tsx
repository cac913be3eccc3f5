'use client';

import { curveMonotoneX, max, scaleSqrt, scaleUtc } from 'd3';
import { decimals, grouped, plain } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import type { LivingHolding } from '@/server/stock/livingStock';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Band, Corner, Line, Point, XAxis, YAxis } from '@/ui/chart/parts';

const [W, H] = [320, 150];
const BOX = boxOf(W, H, { left: 40, right: 12, top: 22, bottom: 22 });

/** Dead of each round against what was expected of it: points on a ribbon, those out of it called; what now would give. */
export function PickCurve({
  watch,
  now,
  timeZone,
}: {
  watch: NonNullable<LivingHolding['watch']>;
  now: number;
  timeZone: string;
}) {
  const { rounds } = watch;
  const first = rounds[0]?.at ?? now;
  const top = Math.max(4, max(rounds, (r) => Math.max(r.picked, r.high)) ?? 4, watch.now.high);
  const x = scaleUtc().domain([first, now]).range([BOX.left, BOX.right]);
  const y = scaleSqrt().domain([0, top]).range([BOX.bottom, BOX.top]);
  const course = [...rounds, { at: now, ...watch.now }];
  const last = rounds.at(-1);
  return (
    <figure className="mt-3" data-testid="pick-curve">
      <figcaption className="text-body font-bold">Dead a round, on what was expected</figcaption>
      <Chart
        {...{ width: W, height: H, box: BOX, x, y }}
        says={
          last
            ? `Dead of ${rounds.length} rounds; the last: ${last.picked}, ${plain(last.low)} to ${plain(last.high)} expected`
            : 'No round yet'
        }
        table={{
          head: ['round', 'dead', 'expected'],
          rows: rounds
            .toReversed()
            .map((r) => [dayMonth(r.at, timeZone, now), grouped(r.picked), `${grouped(r.low)} to ${grouped(r.high)}`]),
        }}
      >
        <YAxis ticks={[0, top / 4, top].map(Math.round).filter((v, i, a) => a.indexOf(v) === i)} format={grouped} />
        <Band of={course} x={(r) => r.at} low={(r) => r.low} high={(r) => r.high} curve={curveMonotoneX} />
        <Line of={course} x={(r) => r.at} y={(r) => r.expected} curve={curveMonotoneX} width={1.2} dashed />
        {rounds.map((r) => (
          <Point
            key={r.at}
            x={r.at}
            y={r.picked}
            r={r.verdict ? 3.4 : rounds.length > 40 ? 1.8 : 2.4}
            fill={r.verdict ? 'var(--loss)' : 'var(--ink)'}
          />
        ))}
        {last && (
          <Corner at="right" bold fill={last.verdict === null ? 'var(--ink)' : 'var(--loss)'}>
            {`${grouped(last.picked)} on ${dayMonth(last.at, timeZone)}`}
          </Corner>
        )}
        <Corner at="left" fill="var(--deep)">
          expected
        </Corner>
        <XAxis
          ends
          ticks={[
            { at: first, says: dayMonth(first, timeZone, now) },
            { at: now, says: 'now' },
          ]}
        />
      </Chart>
      <p className="quiet text-small">
        A round now would find {grouped(watch.now.low)} to {grouped(watch.now.high)}; its dead run at{' '}
        {watch.level < 0.95 || watch.level > 1.05 ? `${decimals(watch.level, 1)} times` : 'about'} what Reference
        expects.
      </p>
    </figure>
  );
}
