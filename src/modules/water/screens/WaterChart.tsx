import { area, line, scaleLinear } from 'd3';
import { figures, marked } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import type { WaterDay } from '../views/waterDays';

const W = 640;
const H = 240;
const LEFT = 44;
const RIGHT = 60;

/** Runs of days without a reading, as places in the list: [first, last]. */
export function gapsOf(list: readonly (WaterDay | null)[]): [number, number][] {
  const gaps: [number, number][] = [];
  list.forEach((d, i) => {
    if (d !== null) return;
    const last = gaps.at(-1);
    if (last && last[1] === i - 1) last[1] = i;
    else gaps.push([i, i]);
  });
  return gaps;
}

/** A sensor's daily means with the span of each day; days without a reading stay empty, and are named. */
export function WaterChart({
  days,
  list,
  shown,
  unit,
  timeZone,
  now,
}: {
  days: readonly number[];
  list: readonly (WaterDay | null)[];
  /** From the sensor's unit to the reader's. */
  shown: (value: number) => number;
  unit: string;
  timeZone: string;
  now: number;
}) {
  const known = list.filter((d): d is WaterDay => d !== null);
  if (known.length === 0)
    return <p className="quiet">Nothing was read in the last {days.length} days: dates cannot follow this water.</p>;
  const x = scaleLinear()
    .domain([0, list.length - 1])
    .range([LEFT, W - RIGHT]);
  const [low, high] = [
    Math.min(...known.map((d) => shown(d.low))),
    Math.max(...known.map((d) => shown(d.high))),
  ] as const;
  const y = scaleLinear()
    .domain(high - low < 1 ? [low - 0.5, high + 0.5] : [low, high])
    .nice(4)
    .range([H - 26, 10]);
  const at = (_: WaterDay | null, i: number) => x(i);
  const there = (d: WaterDay | null) => d !== null;
  const span = area<WaterDay | null>()
    .defined(there)
    .x(at)
    .y0((d) => y(shown(d!.low)))
    .y1((d) => y(shown(d!.high)));
  const mean = line<WaterDay | null>()
    .defined(there)
    .x(at)
    .y((d) => y(shown(d!.mean)));
  const last = list.findLastIndex(there);
  const gaps = gapsOf(list);
  const name = (i: number) => dayMonth(days[i]!, timeZone, now);
  const named = gaps.slice(0, 4).map(([a, b]) => (a === b ? name(a) : `${name(a)} to ${name(b)}`));
  return (
    <figure className="max-w-[720px]">
      <figcaption className="mb-1">
        <b>Daily means</b> <span className="quiet">with the span of each day, {unit}</span>
      </figcaption>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full"
        role="img"
        aria-label={`${known.length} of ${days.length} days read, between ${figures(low)} and ${figures(high)} ${unit}; last ${figures(shown(list[last]!.mean))} ${unit} on ${name(last)}`}
      >
        {y.ticks(4).map((t) => (
          <g key={t}>
            <line x1={LEFT} x2={W - RIGHT} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
            <text x={LEFT - 6} y={y(t) + 4} textAnchor="end" fontSize={12} fill="var(--soft)">
              {marked(y.tickFormat(4)(t))}
            </text>
          </g>
        ))}
        {days.map(
          (d, i) =>
            (days.length - 1 - i) % 14 === 0 && (
              <text key={d} x={x(i)} y={H - 6} textAnchor="middle" fontSize={12} fill="var(--soft)">
                {dayMonth(d, timeZone)}
              </text>
            ),
        )}
        {gaps.map(([a, b]) => (
          <rect
            key={a}
            x={x(a - 0.5)}
            width={x(b + 0.5) - x(a - 0.5)}
            y={10}
            height={H - 36}
            fill="var(--careful)"
            opacity={0.12}
          />
        ))}
        <path d={span([...list]) ?? ''} fill="var(--deep)" opacity={0.18} />
        <path d={mean([...list]) ?? ''} fill="none" stroke="var(--deep)" strokeWidth={1.8} />
        <circle cx={x(last)} cy={y(shown(list[last]!.mean))} r={3} fill="var(--deep)" />
        <text x={x(last) + 7} y={y(shown(list[last]!.mean)) + 4} fontSize={13} fontWeight={700} fill="var(--ink)">
          {figures(shown(list[last]!.mean))}
        </text>
      </svg>
      <p className={gaps.length > 0 ? 'text-careful' : 'quiet'}>
        {gaps.length === 0
          ? `All of the last ${days.length} days were read.`
          : `Not read: ${named.join(', ')}${gaps.length > 4 ? ` and ${gaps.length - 4} times more` : ''}. For those days the dates assume an even change.`}
      </p>
    </figure>
  );
}
