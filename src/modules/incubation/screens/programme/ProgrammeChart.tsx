'use client';

import { max, min, scaleLinear, scaleUtc } from 'd3';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { Point } from '@/core/development/timeline';
import { plain } from '@/core/quantities/format';
import { forReader, readerUnit } from '@/core/quantities/reader';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Line, XAxis, YAxis } from '@/ui/chart/parts';

const W = 900;
const H = 410;
const BOX = boxOf(W, H, { left: 44, right: 16, top: 70, bottom: 30 });

export type Mark = { at: number; says: string; seen?: boolean };

/** Water measured, as it comes, and as set; set points are dragged, or moved by the arrow keys. */
export function ProgrammeChart({
  measured,
  ambient,
  handles,
  running,
  limits,
  window: wanted,
  marks,
  now,
  timeZone,
  us,
  onDrag,
}: {
  measured: readonly Point[];
  ambient: readonly Point[];
  handles: readonly Point[];
  /** Set points in force, where others are being drawn. */
  running: readonly Point[];
  limits: { low: number; high: number };
  window: { from: number; to: number } | null;
  marks: readonly Mark[];
  now: number;
  timeZone: string;
  us: boolean;
  onDrag: (index: number, celsius: number) => void;
}) {
  const held = useRef<number | null>(null);
  const end = Math.max(
    now + 20 * DAY_MS,
    ...marks.map((m) => m.at + 6 * DAY_MS),
    (wanted?.to ?? 0) + 6 * DAY_MS,
    handles.at(-1)?.at ?? 0,
  );
  const begin = Math.max(measured[0]?.at ?? now, now - (end - now) * 0.6);
  const shown = (points: readonly Point[]) => points.filter((p) => p.at >= begin && p.at <= end);
  const all = [...shown(measured), ...shown(ambient), ...handles, ...shown(running)].map((p) => p.celsius);
  const x = scaleUtc().domain([begin, end]).range([BOX.left, BOX.right]);
  const y = scaleLinear()
    .domain([(min([...all, limits.low]) ?? 0) - 0.5, (max([...all, limits.high]) ?? 10) + 0.5])
    .range([BOX.bottom, BOX.top])
    .nice();
  const degrees = (c: number) => plain(Number(forReader(c, 'temperature', us).toFixed(1)));
  const course = { x: (p: Point) => p.at, y: (p: Point) => p.celsius };
  const move = (e: PointerEvent) => {
    if (held.current === null) return;
    const box = e.currentTarget.getBoundingClientRect();
    const at = ((e.clientY - box.top) / box.height) * H;
    onDrag(held.current, Math.round(y.invert(at) * 20) / 20);
  };
  const letGo = () => {
    held.current = null;
  };
  const key = (i: number) => (e: KeyboardEvent) => {
    const by = { ArrowUp: 0.1, ArrowDown: -0.1, PageUp: 0.5, PageDown: -0.5 }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    onDrag(i, Math.round((handles[i]!.celsius + by) * 100) / 100);
  };
  // Labels of dates that lie close are put one above the other.
  const sorted = [...marks].sort((a, b) => a.at - b.at);
  const level = new Map<Mark, number>();
  const ends: number[] = [];
  for (const m of sorted) {
    const wide = 6.4 * m.says.length + 10;
    const left = labelLeft(x(m.at), wide);
    let l = 0;
    while ((ends[l] ?? -1) > left) l += 1;
    ends[l] = left + wide;
    level.set(m, l);
  }
  return (
    <Chart
      {...{ width: W, height: H, box: BOX, x, y }}
      says="Temperatures measured, as the water comes, and as set"
      table={{
        head: ['set point', readerUnit('temperature', us)],
        rows: handles.map((p) => [dayMonth(p.at, timeZone), degrees(p.celsius)]),
      }}
      on={{
        role: 'group',
        style: { touchAction: 'none', userSelect: 'none' },
        onPointerMove: move,
        onPointerUp: letGo,
        onPointerLeave: letGo,
      }}
    >
      <rect
        x={BOX.left}
        width={BOX.right - BOX.left}
        y={y(limits.high)}
        height={y(limits.low) - y(limits.high)}
        fill="var(--water)"
        opacity={0.5}
      />
      <text x={BOX.right - 4} y={y(limits.high) + 13} textAnchor="end" fontSize={11} fill="var(--soft)">
        what the eggs bear
      </text>
      {wanted && (
        <rect
          x={x(wanted.from)}
          width={Math.max(3, x(wanted.to) - x(wanted.from))}
          y={BOX.top - 6}
          height={BOX.bottom - BOX.top + 6}
          fill="var(--deep)"
          opacity={0.14}
        />
      )}
      <YAxis ticks={y.ticks(7)} format={degrees} />
      <text x={BOX.left - 6} y={BOX.top - 12} textAnchor="end" fontSize={12} fill="var(--soft)">
        {readerUnit('temperature', us)}
      </text>
      <XAxis ticks={x.ticks(8).map((t) => ({ at: +t, says: dayMonth(+t, timeZone) }))} />
      <line x1={x(now)} x2={x(now)} y1={BOX.top - 6} y2={BOX.bottom} stroke="var(--strong)" />
      <text x={x(now) + 4} y={BOX.bottom - 6} fontSize={11} fill="var(--soft)">
        now
      </text>
      {ambient.length > 0 && (
        <Line
          of={shown(ambient.length === 1 ? [ambient[0]!, { ...ambient[0]!, at: end }] : ambient)}
          {...course}
          stroke="var(--soft)"
          width={1.3}
          dashed
        />
      )}
      <Line of={shown(measured)} {...course} stroke="var(--ink)" width={1.6} />
      {running.length > 0 && <Line of={shown(running)} {...course} width={1.4} dashed />}
      <Line of={handles} {...course} width={2.4} />
      {sorted.map((m) => (
        <g key={`${m.says}${m.at}`}>
          <line
            x1={x(m.at)}
            x2={x(m.at)}
            y1={8 + 13 * (level.get(m) ?? 0)}
            y2={BOX.bottom}
            stroke="var(--egg-ink, var(--strong))"
            strokeDasharray={m.seen ? undefined : '3 3'}
          />
          <text
            x={labelLeft(x(m.at), 6.4 * m.says.length + 10) + 4}
            y={13 + 13 * (level.get(m) ?? 0)}
            fontSize={12}
            fontWeight={600}
            fill="var(--ink)"
          >
            {m.says}
          </text>
        </g>
      ))}
      {handles.map((p, i) => (
        <circle
          key={p.at}
          role="slider"
          tabIndex={0}
          aria-label={`set point ${dayMonth(p.at, timeZone)}`}
          aria-valuenow={p.celsius}
          aria-valuetext={`${degrees(Math.round(p.celsius * 100) / 100)} degrees`}
          cx={x(p.at)}
          cy={y(p.celsius)}
          r={i === 0 ? 4 : 6.5}
          fill="var(--sheet)"
          stroke="var(--deep)"
          strokeWidth={2}
          style={{ cursor: i === 0 ? 'default' : 'ns-resize' }}
          onPointerDown={(e) => {
            // The first is the water as it is.
            if (i === 0) return;
            e.preventDefault();
            held.current = i;
          }}
          onKeyDown={i === 0 ? undefined : key(i)}
        />
      ))}
    </Chart>
  );
}

/** Where a label begins: at its line, or so far left of it that it is not cut off. */
const labelLeft = (at: number, wide: number) => Math.min(at, W - wide);
