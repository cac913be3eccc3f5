'use client';

import { scaleLinear, scaleLog } from 'd3';
import { massEach } from '@/core/quantities/mass';
import { dayMonth } from '@/core/time/localDay';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Label, Point, XAxis, YAxis } from '@/ui/chart/parts';
import type { LotView } from '../views/lot';

const [W, H] = [560, 150];
const BOX = boxOf(W, H, { left: 54, right: 76, top: 12, bottom: 24 });
/** Below this nothing that is weighed here lies: a log scale has no nought. */
const LEAST_G = 1e-4;

/** Mean masses as weighed, with their intervals, on a log scale. */
export function GrowthChart({ weights, us, timeZone }: { weights: LotView['weights']; us: boolean; timeZone: string }) {
  const [first, last] = [weights[0]!, weights.at(-1)!];
  const floor = (low: number) => Math.max(LEAST_G, low);
  const x = scaleLinear().domain([first.at, last.at]).range([BOX.left, BOX.right]);
  const y = scaleLog()
    .domain([Math.min(...weights.map((w) => floor(w.low))), Math.max(...weights.map((w) => w.high)) * 1.1])
    .range([BOX.bottom, BOX.top]);
  const day = (at: number) => dayMonth(at, timeZone);
  return (
    <section>
      <h2 className="mb-1">Mean weight</h2>
      <Chart
        {...{ width: W, height: H, box: BOX, x, y }}
        className="max-w-[640px]"
        says={weights.map((w) => `${day(w.at)} ${massEach(w.meanG, us)}`).join(', ')}
        table={{
          head: ['day', 'mean', 'between'],
          rows: weights.map((w) => [
            day(w.at),
            massEach(w.meanG, us),
            `${massEach(w.low, us)} and ${massEach(w.high, us)}`,
          ]),
        }}
      >
        <YAxis ticks={y.ticks(3)} format={(g) => massEach(g, us)} />
        {weights.map((w) => (
          <Point key={w.at} x={w.at} y={w.meanG} low={floor(w.low)} high={w.high} />
        ))}
        <Label x={last.at} y={last.meanG} bold>
          {massEach(last.meanG, us)}
        </Label>
        <XAxis ends ticks={[first, last].map((w) => ({ at: w.at, says: day(w.at) }))} />
      </Chart>
    </section>
  );
}
