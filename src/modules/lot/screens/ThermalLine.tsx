'use client';

import { extent, scaleLinear, scaleUtc } from 'd3';
import { plain } from '@/core/quantities/format';
import { forReader, readerUnit } from '@/core/quantities/reader';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import type { Milestone } from '@/server/stock/livingStock';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Line, YAxis } from '@/ui/chart/parts';
import type { LotWater } from '../views/lot';

const W = 640;
const LEFT = 84;
const RIGHT = 14;
const TOP = 16;
const PLOT = 132;
const ROW = 34;
const colours = ['var(--deep)', 'var(--eyed)', 'var(--yolksac)', 'var(--fry)'];

/** When a stage is first and last looked for: its interval, where one is known. */
const ends = (m: Milestone) => [m.low ?? m.at!, m.high ?? m.at!] as const;
const short = (m: Milestone) => (m.turn === 'hatch' ? 'hatch' : m.name);

type Point = { at: number; celsius: number };
const pointsOf = ({ course: c }: LotWater): Point[] =>
  c.celsius.map((celsius, i) => ({ at: c.from + i * DAY_MS, celsius }));

/** The dates of each water, stage by stage. */
function tableOf(waters: readonly LotWater[], timeZone: string, now: number): string[][] {
  const stages = [...new Set(waters.flatMap((w) => w.milestones.filter((m) => m.at !== null).map(short)))];
  return waters.map((w) => [
    w.name,
    ...stages.map((stage) => {
      const m = w.milestones.find((k) => short(k) === stage && k.at !== null);
      if (!m) return '';
      const [from, to] = ends(m);
      const day = (at: number) => dayMonth(at, timeZone, now);
      return m.seen ? `${day(m.at!)}, seen` : from === to ? day(m.at!) : `${day(m.at!)} (${day(from)} to ${day(to)})`;
    }),
  ]);
}

/**
 * The temperatures that a lot has lived through, full as measured and dashed as forecast, and below them the stages of
 * each water with their intervals: what the water does to the dates stands side by side.
 */
export function ThermalLine({
  waters,
  fertilisedAt,
  us,
  now,
  timeZone,
}: {
  waters: readonly LotWater[];
  fertilisedAt: number;
  us: boolean;
  now: number;
  timeZone: string;
}) {
  const shown = waters.filter((w) => w.course.celsius.length > 1);
  if (shown.length === 0) return null;
  const degrees = (c: number) => forReader(c, 'temperature', us);
  const warmth = (p: Point) => degrees(p.celsius);
  const all = shown.flatMap(pointsOf);
  const [low = 0, high = 1] = extent(all, (p) => degrees(p.celsius));
  const until = Math.max(...all.map((p) => p.at));
  const x = scaleUtc()
    .domain([fertilisedAt, until])
    .range([LEFT, W - RIGHT]);
  const y = scaleLinear()
    .domain([Math.floor(low - 0.5), Math.ceil(high + 0.5)])
    .range([TOP + PLOT, TOP]);
  const H = TOP + PLOT + 14 + shown.length * ROW + 16;
  const told = shown.filter((w) => w.foreseen);
  const foreseen = told.map((w) => (told.length > 1 ? `${w.name} ${w.foreseen}` : w.foreseen)).join('; ');
  const says = shown
    .map(
      (w) =>
        `${w.name}: ${w.milestones
          .filter((m) => m.at !== null)
          .map((m) => `${short(m)} ${dayMonth(m.at!, timeZone, now)}${m.seen ? ', seen' : ''}`)
          .join('; ')}`,
    )
    .join('. ');
  return (
    <section data-testid="thermal-line">
      <h2 className="mb-1">Temperatures lived through</h2>
      <Chart
        {...{ width: W, height: H, x, y, says }}
        box={boxOf(W, H, { left: LEFT, right: RIGHT, top: TOP, bottom: H - TOP - PLOT })}
        className="max-w-[720px]"
        table={{
          head: ['', ...new Set(shown.flatMap((w) => w.milestones.filter((m) => m.at !== null).map(short)))],
          rows: tableOf(shown, timeZone, now),
        }}
      >
        <YAxis ticks={y.ticks(4)} format={plain} />
        <text x={0} y={TOP + 4} fontSize={12} fill="var(--soft)">
          {readerUnit('temperature', us)}
        </text>
        <line x1={x(now)} x2={x(now)} y1={TOP - 4} y2={H - 16} stroke="var(--strong)" strokeDasharray="2 3" />
        <text x={x(now)} y={TOP - 6} textAnchor="middle" fontSize={11} fill="var(--soft)">
          now
        </text>
        {shown.map((w, k) => {
          const points = pointsOf(w);
          const seen = points.slice(0, w.course.measured);
          const ahead = points.slice(Math.max(0, seen.length - 1));
          const top = TOP + PLOT + 14 + k * ROW;
          const colour = colours[k % colours.length]!;
          return (
            <g key={w.sensor}>
              {seen.length > 1 && <Line of={seen} x={(p) => p.at} y={warmth} stroke={colour} width={2} />}
              {ahead.length > 1 && (
                <g data-forecast>
                  <Line of={ahead} x={(p) => p.at} y={warmth} stroke={colour} width={1.6} dashed />
                </g>
              )}
              <line x1={LEFT} x2={W - RIGHT} y1={top + 12} y2={top + 12} stroke="var(--rule)" />
              <text x={0} y={top + 10} fontSize={12.5} fontWeight={700} fill={colour}>
                {w.name}
              </text>
              <text x={0} y={top + 24} fontSize={11} fill="var(--soft)">
                {w.units.length > 2 ? `${w.units.length} units` : w.units.join(', ')}
              </text>
              {w.milestones
                .filter((m) => m.at !== null && x(m.at) <= W - RIGHT)
                .map((m) => {
                  const [from, to] = ends(m);
                  return (
                    <g key={m.id}>
                      <title>{`${short(m)}, ${m.seen ? 'seen' : 'expected'} ${dayMonth(m.at!, timeZone, now)}`}</title>
                      {!m.seen && (
                        <rect
                          x={x(from)}
                          y={top + 6}
                          width={Math.max(2, x(to) - x(from))}
                          height={12}
                          fill={colour}
                          opacity={0.22}
                        />
                      )}
                      <circle
                        cx={x(m.at!)}
                        cy={top + 12}
                        r={4}
                        fill={m.seen ? colour : 'var(--ground)'}
                        stroke={colour}
                        strokeWidth={1.6}
                      />
                      <text
                        x={Math.min(x(m.at!), W - RIGHT - 48)}
                        y={top + 29}
                        textAnchor="middle"
                        fontSize={11}
                        fill="var(--ink)"
                      >
                        {short(m)} {dayMonth(m.at!, timeZone, now)}
                      </text>
                    </g>
                  );
                })}
            </g>
          );
        })}
        <text x={LEFT} y={H - 2} fontSize={11} fill="var(--soft)">
          fertilised {dayMonth(fertilisedAt, timeZone, now)}
        </text>
        <text x={W - RIGHT} y={H - 2} textAnchor="end" fontSize={11} fill="var(--soft)">
          {dayMonth(until, timeZone, now)}
        </text>
      </Chart>
      <p className="quiet mt-1 text-small">
        Full as measured, dashed as expected{foreseen && `: ${foreseen}`}. Full dots were seen, rings are expected
        within their band.
      </p>
    </section>
  );
}
