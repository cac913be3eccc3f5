import { area, curveMonotoneX, line, max, scaleSqrt, scaleUtc } from 'd3';
import { decimals, grouped, plain } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import type { LivingHolding } from '@/server/stock/livingStock';

const W = 320;
const H = 150;
const LEFT = 40;

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
  const x = scaleUtc()
    .domain([first, now])
    .range([LEFT, W - 12]);
  const top = Math.max(4, max(rounds, (r) => Math.max(r.picked, r.high)) ?? 4, watch.now.high);
  const y = scaleSqrt()
    .domain([0, top])
    .range([H - 20, 22]);
  const points = [...rounds, { at: now, expected: watch.now.expected, low: watch.now.low, high: watch.now.high }];
  const ribbon = area<(typeof points)[number]>()
    .x((r) => x(r.at))
    .y0((r) => y(r.low))
    .y1((r) => y(r.high))
    .curve(curveMonotoneX);
  const middle = line<(typeof points)[number]>()
    .x((r) => x(r.at))
    .y((r) => y(r.expected))
    .curve(curveMonotoneX);
  const ticks = [0, top / 4, top].map(Math.round).filter((v, i, a) => a.indexOf(v) === i);
  const last = rounds.at(-1);
  const out = last !== undefined && last.verdict !== null;
  return (
    <figure className="mt-3" data-testid="pick-curve">
      <figcaption className="text-body font-bold">Dead a round, on what was expected</figcaption>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full"
        role="img"
        aria-label={
          last
            ? `Dead of ${rounds.length} rounds; the last: ${last.picked}, ${plain(last.low)} to ${plain(last.high)} expected`
            : 'No round yet'
        }
      >
        {ticks.map((t) => (
          <g key={t}>
            <line x1={LEFT} x2={W - 12} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
            <text x={LEFT - 4} y={y(t) + 4} textAnchor="end" fontSize={11} fill="var(--soft)">
              {grouped(t)}
            </text>
          </g>
        ))}
        <path d={ribbon(points) ?? undefined} fill="var(--deep)" opacity={0.16} />
        <path
          d={middle(points) ?? undefined}
          fill="none"
          stroke="var(--deep)"
          strokeWidth={1.2}
          strokeDasharray="3 3"
        />
        {rounds.map((r) => (
          <circle
            key={r.at}
            cx={x(r.at)}
            cy={y(r.picked)}
            r={r.verdict ? 3.4 : rounds.length > 40 ? 1.8 : 2.4}
            fill={r.verdict ? 'var(--loss)' : 'var(--ink)'}
          />
        ))}
        {last && (
          <text
            x={W - 12}
            y={13}
            textAnchor="end"
            fontSize={12}
            fontWeight={700}
            fill={out ? 'var(--loss)' : 'var(--ink)'}
          >
            {grouped(last.picked)} on {dayMonth(last.at, timeZone)}
          </text>
        )}
        <text x={LEFT} y={13} fontSize={11} fill="var(--deep)">
          expected
        </text>
        <text x={LEFT} y={H - 4} fontSize={11} fill="var(--soft)">
          {dayMonth(first, timeZone, now)}
        </text>
        <text x={W - 12} y={H - 4} textAnchor="end" fontSize={11} fill="var(--soft)">
          now
        </text>
      </svg>
      <p className="quiet text-small">
        A round now would find {grouped(watch.now.low)} to {grouped(watch.now.high)}; its dead run at{' '}
        {watch.level < 0.95 || watch.level > 1.05 ? `${decimals(watch.level, 1)} times` : 'about'} what Reference
        expects.
      </p>
    </figure>
  );
}
