import { scaleLinear, scaleLog } from 'd3';
import { massEach } from '@/core/quantities/mass';
import { dayMonth } from '@/core/time/localDay';
import type { LotView } from '../views/lot';

/** Mean masses as weighed, with their intervals, on a log scale. */
export function GrowthChart({ weights, us, timeZone }: { weights: LotView['weights']; us: boolean; timeZone: string }) {
  const W = 560;
  const H = 150;
  const x = scaleLinear()
    .domain([weights[0]!.at, weights.at(-1)!.at])
    .range([54, W - 76]);
  const y = scaleLog()
    .domain([Math.min(...weights.map((w) => Math.max(1e-4, w.low))), Math.max(...weights.map((w) => w.high)) * 1.1])
    .range([H - 24, 12]);
  const last = weights.at(-1)!;
  return (
    <section>
      <h2 className="mb-1">Mean weight</h2>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full max-w-[640px]"
        role="img"
        aria-label={weights.map((w) => `${dayMonth(w.at, timeZone)} ${massEach(w.meanG, us)}`).join(', ')}
      >
        {y
          .ticks(3)
          .slice(0, 5)
          .map((t) => (
            <g key={t}>
              <line x1={54} x2={W - 76} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
              <text x={48} y={y(t) + 4} textAnchor="end" fontSize={12} fill="var(--soft)">
                {massEach(t, us)}
              </text>
            </g>
          ))}
        {weights.map((w) => (
          <g key={w.at}>
            <line x1={x(w.at)} x2={x(w.at)} y1={y(Math.max(1e-4, w.low))} y2={y(w.high)} stroke="var(--deep)" />
            <circle cx={x(w.at)} cy={y(w.meanG)} r={3.2} fill="var(--deep)" />
          </g>
        ))}
        <text x={x(last.at) + 6} y={y(last.meanG) + 4} fontSize={13} fontWeight={700} fill="var(--ink)">
          {massEach(last.meanG, us)}
        </text>
        <text x={54} y={H - 6} fontSize={12} fill="var(--soft)">
          {dayMonth(weights[0]!.at, timeZone)}
        </text>
        <text x={W - 76} y={H - 6} textAnchor="end" fontSize={12} fill="var(--soft)">
          {dayMonth(last.at, timeZone)}
        </text>
      </svg>
    </section>
  );
}
