'use client';

import { scaleLinear } from 'd3';
import { figures, marked } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Band, Label, Line, Point, XAxis, YAxis } from '@/ui/chart/parts';
import type { WaterDay } from '../views/waterDays';

const [W, H] = [640, 240];
const BOX = boxOf(W, H, { left: 44, right: 60, top: 10, bottom: 26 });

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
    .range([BOX.left, BOX.right]);
  const [low, high] = [
    Math.min(...known.map((d) => shown(d.low))),
    Math.max(...known.map((d) => shown(d.high))),
  ] as const;
  const y = scaleLinear()
    .domain(high - low < 1 ? [low - 0.5, high + 0.5] : [low, high])
    .nice(4)
    .range([BOX.bottom, BOX.top]);
  const at = (_: WaterDay | null, i: number) => i;
  const there = (d: WaterDay | null) => d !== null;
  const last = list.findLastIndex(there);
  const gaps = gapsOf(list);
  const name = (i: number) => dayMonth(days[i]!, timeZone, now);
  const named = gaps.slice(0, 4).map(([a, b]) => (a === b ? name(a) : `${name(a)} to ${name(b)}`));
  return (
    <figure className="max-w-[720px]">
      <figcaption className="mb-1">
        <b>Daily means</b> <span className="quiet">with the span of each day, {unit}</span>
      </figcaption>
      <Chart
        {...{ width: W, height: H, box: BOX, x, y }}
        says={`${known.length} of ${days.length} days read, between ${figures(low)} and ${figures(high)} ${unit}; last ${figures(shown(list[last]!.mean))} ${unit} on ${name(last)}`}
        table={{
          head: ['day', `mean, ${unit}`, 'lowest', 'highest'],
          rows: list
            .map((d, i) => [
              name(i),
              ...(d ? [d.mean, d.low, d.high].map((v) => figures(shown(v))) : ['not read', '', '']),
            ])
            .reverse(),
        }}
      >
        <YAxis ticks={y.ticks(4)} format={(t) => marked(y.tickFormat(4)(t))} />
        <XAxis
          ticks={days.flatMap((d, i) =>
            (days.length - 1 - i) % 14 === 0 ? [{ at: i, says: dayMonth(d, timeZone) }] : [],
          )}
        />
        {gaps.map(([a, b]) => (
          <rect
            key={a}
            x={x(a - 0.5)}
            width={x(b + 0.5) - x(a - 0.5)}
            y={BOX.top}
            height={BOX.bottom - BOX.top}
            fill="var(--careful)"
            opacity={0.12}
          />
        ))}
        <Band of={list} defined={there} x={at} low={(d) => shown(d!.low)} high={(d) => shown(d!.high)} />
        <Line of={list} defined={there} x={at} y={(d) => shown(d!.mean)} />
        <Point x={last} y={shown(list[last]!.mean)} />
        <Label x={last} y={shown(list[last]!.mean)} bold>
          {figures(shown(list[last]!.mean))}
        </Label>
      </Chart>
      <p className={gaps.length > 0 ? 'text-careful' : 'quiet'}>
        {gaps.length === 0
          ? `All of the last ${days.length} days were read.`
          : `Not read: ${named.join(', ')}${gaps.length > 4 ? ` and ${gaps.length - 4} times more` : ''}. For those days the dates assume an even change.`}
      </p>
    </figure>
  );
}
