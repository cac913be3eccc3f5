'use client';

import { max, scaleSqrt, scaleUtc } from 'd3';
import { plain } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Corner, Point, Stroke, XAxis, YAxis } from '@/ui/chart/parts';
import type { LossPoint } from '../../views/unitSheet';

const [W, H] = [320, 120];
const BOX = boxOf(W, H, { left: 34, right: 8, top: 24, bottom: 22 });

/** Dead a day since the holding began, on a root scale, the last one named. */
export function LossChart({
  losses,
  now,
  timeZone,
  from,
}: {
  losses: readonly LossPoint[];
  now: number;
  timeZone: string;
  from: number;
}) {
  const x = scaleUtc().domain([from, now]).range([BOX.left, BOX.right]);
  const top = max(losses, (l) => l.value) ?? 1;
  const y = scaleSqrt()
    .domain([0, Math.max(4, top)])
    .range([BOX.bottom, BOX.top]);
  const last = losses.at(-1)!;
  const ticks = [0, Math.round(top / 4), Math.round(top)].filter((v, i, a) => a.indexOf(v) === i);
  return (
    <figure className="mt-3">
      <figcaption className="text-body font-bold">Dead taken out, a round</figcaption>
      <Chart
        {...{ width: W, height: H, box: BOX, x, y }}
        says={`Dead a round; the last: ${plain(last.value)}; the most: ${top}`}
        table={{
          head: ['round', 'dead'],
          rows: losses.toReversed().map((l) => [dayMonth(l.at, timeZone, now), plain(l.value)]),
        }}
      >
        <YAxis ticks={ticks} format={plain} />
        {losses.map((l, i) => (
          <Stroke key={i} x={l.at} y={l.value} width={Math.max(1, Math.min(5, 200 / losses.length))} />
        ))}
        <Point x={last.at} y={last.value} fill={last.value > 0 ? 'var(--loss)' : 'var(--soft)'} />
        <Corner at="right" bold fill={last.value > 0 ? 'var(--loss)' : 'var(--soft)'}>
          {`${plain(last.value)} on ${dayMonth(last.at, timeZone)}`}
        </Corner>
        <XAxis
          ends
          ticks={[
            { at: from, says: dayMonth(from, timeZone, now) },
            { at: now, says: 'today' },
          ]}
        />
      </Chart>
    </figure>
  );
}
