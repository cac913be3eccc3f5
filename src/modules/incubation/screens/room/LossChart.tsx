import { max, scaleSqrt, scaleUtc } from 'd3';
import { plain } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import type { LossPoint } from '../../views/unitSheet';

const W = 320;
const H = 120;

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
  const x = scaleUtc()
    .domain([from, now])
    .range([30, W - 8]);
  const top = max(losses, (l) => l.value) ?? 1;
  const y = scaleSqrt()
    .domain([0, Math.max(4, top)])
    .range([H - 20, 24]);
  const last = losses.at(-1)!;
  const ticks = [0, Math.round(top / 4), Math.round(top)].filter((v, i, a) => a.indexOf(v) === i);
  return (
    <figure className="mt-3">
      <figcaption className="text-body font-bold">Dead taken out, a round</figcaption>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full"
        role="img"
        aria-label={`Dead a round; the last: ${plain(last.value)}; the most: ${top}`}
      >
        {ticks.map((t) => (
          <g key={t}>
            <line x1={30} x2={W - 8} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
            <text x={26} y={y(t) + 4} textAnchor="end" fontSize={11} fill="var(--soft)">
              {plain(t)}
            </text>
          </g>
        ))}
        {losses.map((l, i) => (
          <line
            key={i}
            x1={x(l.at)}
            x2={x(l.at)}
            y1={y(0)}
            y2={y(l.value)}
            stroke="var(--strong)"
            strokeWidth={Math.max(1, Math.min(5, 200 / losses.length))}
          />
        ))}
        <circle cx={x(last.at)} cy={y(last.value)} r={3} fill="var(--loss)" />
        <text x={W - 8} y={12} textAnchor="end" fontSize={12} fontWeight={700} fill="var(--loss)">
          {plain(last.value)} on {dayMonth(last.at, timeZone)}
        </text>
        <text x={30} y={H - 4} fontSize={11} fill="var(--soft)">
          {dayMonth(from, timeZone, now)}
        </text>
        <text x={W - 8} y={H - 4} textAnchor="end" fontSize={11} fill="var(--soft)">
          today
        </text>
      </svg>
    </figure>
  );
}
