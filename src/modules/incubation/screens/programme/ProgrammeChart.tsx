'use client';

import { line, max, min, scaleLinear, scaleUtc } from 'd3';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { Point } from '@/core/development/timeline';
import { plain } from '@/core/quantities/format';
import { forReader, readerUnit } from '@/core/quantities/reader';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';

const W = 900;
const H = 410;
const LEFT = 44;
const RIGHT = 16;
const TOP = 70;
const BOTTOM = 30;

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
  const svg = useRef<SVGSVGElement>(null);
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
  const x = scaleUtc()
    .domain([begin, end])
    .range([LEFT, W - RIGHT]);
  const y = scaleLinear()
    .domain([(min([...all, limits.low]) ?? 0) - 0.5, (max([...all, limits.high]) ?? 10) + 0.5])
    .range([H - BOTTOM, TOP])
    .nice();
  const degrees = (c: number) => plain(Number(forReader(c, 'temperature', us).toFixed(1)));
  const path = line<Point>()
    .x((p) => x(p.at))
    .y((p) => y(p.celsius));
  const move = (e: PointerEvent) => {
    if (held.current === null || !svg.current) return;
    const box = svg.current.getBoundingClientRect();
    const at = ((e.clientY - box.top) / box.height) * H;
    onDrag(held.current, Math.round(y.invert(at) * 20) / 20);
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
    <svg
      ref={svg}
      viewBox={`0 0 ${W} ${H}`}
      className="w-full touch-none select-none"
      onPointerMove={move}
      onPointerUp={() => {
        held.current = null;
      }}
      onPointerLeave={() => {
        held.current = null;
      }}
    >
      <title>Temperatures measured, as the water comes, and as set</title>
      <rect
        x={LEFT}
        width={W - LEFT - RIGHT}
        y={y(limits.high)}
        height={y(limits.low) - y(limits.high)}
        fill="var(--water)"
        opacity={0.5}
      />
      <text x={W - RIGHT - 4} y={y(limits.high) + 13} textAnchor="end" fontSize={11} fill="var(--soft)">
        what the eggs bear
      </text>
      {wanted && (
        <rect
          x={x(wanted.from)}
          width={Math.max(3, x(wanted.to) - x(wanted.from))}
          y={TOP - 6}
          height={H - BOTTOM - TOP + 6}
          fill="var(--deep)"
          opacity={0.14}
        />
      )}
      {y.ticks(7).map((t) => (
        <g key={t}>
          <line x1={LEFT} x2={W - RIGHT} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
          <text x={LEFT - 6} y={y(t) + 4} textAnchor="end" fontSize={12} fill="var(--soft)">
            {degrees(t)}
          </text>
        </g>
      ))}
      <text x={LEFT - 6} y={TOP - 12} textAnchor="end" fontSize={12} fill="var(--soft)">
        {readerUnit('temperature', us)}
      </text>
      {x.ticks(8).map((t) => (
        <text key={+t} x={x(t)} y={H - 9} textAnchor="middle" fontSize={12} fill="var(--soft)">
          {dayMonth(+t, timeZone)}
        </text>
      ))}
      <line x1={x(now)} x2={x(now)} y1={TOP - 6} y2={H - BOTTOM} stroke="var(--strong)" />
      <text x={x(now) + 4} y={H - BOTTOM - 6} fontSize={11} fill="var(--soft)">
        now
      </text>
      {ambient.length > 0 && (
        <path
          d={path(shown(ambient.length === 1 ? [ambient[0]!, { ...ambient[0]!, at: end }] : ambient)) ?? undefined}
          fill="none"
          stroke="var(--soft)"
          strokeWidth={1.3}
          strokeDasharray="2 4"
        />
      )}
      <path d={path(shown(measured)) ?? undefined} fill="none" stroke="var(--ink)" strokeWidth={1.6} />
      {running.length > 0 && (
        <path
          d={path(shown(running)) ?? undefined}
          fill="none"
          stroke="var(--deep)"
          strokeWidth={1.4}
          strokeDasharray="7 4"
        />
      )}
      <path d={path(handles) ?? undefined} fill="none" stroke="var(--deep)" strokeWidth={2.4} />
      {sorted.map((m) => (
        <g key={`${m.says}${m.at}`}>
          <line
            x1={x(m.at)}
            x2={x(m.at)}
            y1={8 + 13 * (level.get(m) ?? 0)}
            y2={H - BOTTOM}
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
    </svg>
  );
}

/** Where a label begins: at its line, or so far left of it that it is not cut off. */
const labelLeft = (at: number, wide: number) => Math.min(at, W - wide);
