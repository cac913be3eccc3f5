'use client';

import { scaleLinear, scaleUtc } from 'd3';
import { grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { XAxis } from '@/ui/chart/parts';
import type { LineMark } from '../views/line';

const W = 1120;
/** A lane is as tall as a number and its dot. */
const LANE = 40;
/** Numbers of one lane stand so far apart, or they cannot be read. */
const APART = 52;
const said = (m: LineMark) => grouped(Number((m.counted ? m.counted.number : m.says).toPrecision(3)));

/** The line as it ran: one lane for each lot in its unit, a dot for each number that was measured, threads for what went over. */
export function LineGraph({
  marks,
  blamed,
  now,
  timeZone,
}: {
  marks: readonly LineMark[];
  blamed: string | null;
  now: number;
  timeZone: string;
}) {
  if (marks.length === 0) return null;
  const laneOf = (m: LineMark) => `${m.unit}|${m.lot}|${m.stageName}`;
  const lanes = [...new Set([...marks].sort((a, b) => a.at - b.at).map(laneOf))];
  const H = lanes.length * LANE + 40;
  const box = boxOf(W, H, { left: 150, right: 70, top: 8, bottom: 28 });
  const [from, to] = [Math.min(...marks.map((m) => m.at)), Math.max(...marks.map((m) => m.at))];
  const x = scaleUtc()
    .domain([from, Math.max(to, from + 86_400_000)])
    .range([box.left, box.right]);
  const y = scaleLinear().domain([0, lanes.length]).range([box.top, box.bottom]);
  const up = (m: LineMark) => y(lanes.indexOf(laneOf(m)) + 0.5);
  const of = new Map(marks.map((m) => [m.id, m]));
  // Numbers that would lie over one another: the one that does not fit stands, then the first of them.
  const labelled = new Set<string>();
  for (const lane of lanes) {
    const own = marks
      .filter((m) => laneOf(m) === lane && (m.counted || m.what === 'now'))
      .sort((a, b) => Number(b.id === blamed) - Number(a.id === blamed) || a.at - b.at);
    const at: number[] = [];
    for (const m of own) {
      if (at.some((p) => Math.abs(p - x(m.at)) < APART)) continue;
      at.push(x(m.at));
      labelled.add(m.id);
    }
  }
  return (
    <Chart
      {...{ width: W, height: H, box, x, y }}
      says={`${lanes.length} lanes, ${marks.filter((m) => m.counted).length} numbers measured${blamed ? `; the one in ${of.get(blamed)!.unit} does not fit` : ''}`}
    >
      {lanes.map((lane, i) => {
        const [unit, lot, stage] = lane.split('|') as [string, string, string];
        return (
          <g key={lane}>
            <line x1={box.left} x2={box.right} y1={y(i + 1)} y2={y(i + 1)} stroke="var(--rule)" opacity={0.6} />
            <text x={4} y={y(i + 0.5) - 2} fontSize={13} fontWeight={700} fill="var(--ink)">
              {unit}
            </text>
            <text x={4} y={y(i + 0.5) + 12} fontSize={11} fill="var(--soft)">
              {`${lot} ${stage}`.slice(0, 26)}
            </text>
          </g>
        );
      })}
      {marks.flatMap((m) =>
        m.from.map((id) => {
          const a = of.get(id)!;
          const [x1, y1, x2, y2] = [x(a.at), up(a), x(m.at), up(m)];
          const middle = (x1 + x2) / 2;
          return (
            <path
              key={`${id} ${m.id}`}
              d={
                y1 === y2 ? `M${x1},${y1}H${x2}` : `M${x1},${y1}C${middle + 14},${y1} ${middle - 14},${y2} ${x2},${y2}`
              }
              fill="none"
              stroke="var(--strong)"
              strokeWidth={1.4}
            />
          );
        }),
      )}
      {marks
        .filter((m) => m.counted || m.what === 'now')
        .map((m) => {
          const wrong = m.id === blamed;
          return (
            <g key={m.id}>
              {wrong && <circle cx={x(m.at)} cy={up(m)} r={9} fill="none" stroke="var(--hand)" strokeWidth={2} />}
              <circle
                cx={x(m.at)}
                cy={up(m)}
                r={m.counted ? 4.5 : 3}
                fill={wrong ? 'var(--hand)' : m.counted ? 'var(--deep)' : 'var(--strong)'}
              />
              {labelled.has(m.id) && (
                <text
                  x={x(m.at) + (m.what === 'now' ? 8 : 0)}
                  y={up(m) - 8}
                  textAnchor={m.what === 'now' ? 'start' : 'middle'}
                  fontSize={12}
                  fontWeight={wrong ? 700 : undefined}
                  fill={wrong ? 'var(--hand)' : 'var(--ink)'}
                >
                  {said(m)}
                </text>
              )}
            </g>
          );
        })}
      <XAxis ticks={x.ticks(8).map((t) => ({ at: t.getTime(), says: dayMonth(t.getTime(), timeZone, now) }))} ends />
    </Chart>
  );
}
