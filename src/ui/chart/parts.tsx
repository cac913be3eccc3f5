'use client';

import { area, type CurveFactory, line } from 'd3';
import { useChart } from './Chart';

/** What is written at the lines stands so far apart, or it cannot be read. */
const LEAST_APART = 17;

/** Lines across with what they stand for on the left; one that would run into the one below it is left out. */
export function YAxis({ ticks, format }: { ticks: readonly number[]; format: (v: number) => string }) {
  const { y, box } = useChart();
  const shown: number[] = [];
  for (const t of [...ticks].sort((a, b) => y(b) - y(a)))
    if (shown.length === 0 || y(shown.at(-1)!) - y(t) >= LEAST_APART) shown.push(t);
  return shown.map((t) => (
    <g key={t}>
      <line x1={box.left} x2={box.right} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
      <text x={box.left - 5} y={y(t) + 4} textAnchor="end" fontSize={12} fill="var(--soft)">
        {format(t)}
      </text>
    </g>
  ));
}

/** What stands below the marks; the outermost two stay within the box. */
export function XAxis({
  ticks,
  ends = false,
  lines = false,
}: {
  ticks: readonly { at: number; says: string }[];
  /** The first begins at the left, the last ends at the right. */
  ends?: boolean;
  /** Lines up, as the other axis has them across. */
  lines?: boolean;
}) {
  const { x, box } = useChart();
  return ticks.map((t, i) => (
    <g key={t.at}>
      {lines && <line x1={x(t.at)} x2={x(t.at)} y1={box.top} y2={box.bottom} stroke="var(--rule)" />}
      <text
        x={x(t.at)}
        y={box.bottom + 18}
        textAnchor={!ends ? 'middle' : i === 0 ? 'start' : i === ticks.length - 1 ? 'end' : 'middle'}
        fontSize={12}
        fill="var(--soft)"
      >
        {t.says}
      </text>
    </g>
  ));
}

type At<T> = (d: T, i: number) => number;

/** A span that has a low and a high: an interval over time. Where `defined` says no, it is left open. */
export function Band<T>({
  of,
  x,
  low,
  high,
  defined = () => true,
  curve,
  fill = 'var(--deep)',
}: {
  of: readonly T[];
  x: At<T>;
  low: At<T>;
  high: At<T>;
  defined?: (d: T) => boolean;
  curve?: CurveFactory;
  fill?: string;
}) {
  const { x: along, y: up } = useChart();
  const path = area<T>()
    .defined(defined)
    .x((d, i) => along(x(d, i)))
    .y0((d, i) => up(low(d, i)))
    .y1((d, i) => up(high(d, i)));
  if (curve) path.curve(curve);
  return <path d={path([...of]) ?? undefined} fill={fill} opacity={0.17} />;
}

/** A course. @param dashed foreseen, not measured */
export function Line<T>({
  of,
  x,
  y,
  defined = () => true,
  curve,
  stroke = 'var(--deep)',
  width = 1.8,
  dashed = false,
}: {
  of: readonly T[];
  x: At<T>;
  y: At<T>;
  defined?: (d: T) => boolean;
  curve?: CurveFactory;
  stroke?: string;
  width?: number;
  dashed?: boolean;
}) {
  const { x: along, y: up } = useChart();
  const path = line<T>()
    .defined(defined)
    .x((d, i) => along(x(d, i)))
    .y((d, i) => up(y(d, i)));
  if (curve) path.curve(curve);
  return (
    <path
      d={path([...of]) ?? undefined}
      fill="none"
      stroke={stroke}
      strokeWidth={width}
      strokeDasharray={dashed ? '3 3' : undefined}
    />
  );
}

/** One measured point, with its interval where it has one. */
export function Point({
  x,
  y,
  low,
  high,
  r = 3,
  fill = 'var(--deep)',
}: {
  x: number;
  y: number;
  low?: number;
  high?: number;
  r?: number;
  fill?: string;
}) {
  const { x: along, y: up } = useChart();
  return (
    <>
      {low !== undefined && high !== undefined && (
        <line x1={along(x)} x2={along(x)} y1={up(low)} y2={up(high)} stroke={fill} />
      )}
      <circle cx={along(x)} cy={up(y)} r={r} fill={fill} />
    </>
  );
}

/** A stroke from the ground up. */
export function Stroke({ x, y, from = 0, width }: { x: number; y: number; from?: number; width: number }) {
  const { x: along, y: up } = useChart();
  return <line x1={along(x)} x2={along(x)} y1={up(from)} y2={up(y)} stroke="var(--strong)" strokeWidth={width} />;
}

/** A line across or up that means something of itself: a target, a limit, now. */
export function Rule({ x, y, dashed = false }: { x?: number; y?: number; dashed?: boolean }) {
  const { x: along, y: up, box } = useChart();
  const [x1, x2] = x === undefined ? [box.left, box.right] : [along(x), along(x)];
  const [y1, y2] = y === undefined ? [box.top, box.bottom] : [up(y), up(y)];
  return <line x1={x1} x2={x2} y1={y1} y2={y2} stroke="var(--strong)" strokeDasharray={dashed ? '3 3' : undefined} />;
}

/** What a mark says, beside it. */
export function Label({
  x,
  y,
  children,
  fill = 'var(--ink)',
  bold = false,
}: {
  x: number;
  y: number;
  children: string;
  fill?: string;
  bold?: boolean;
}) {
  const { x: along, y: up } = useChart();
  return (
    <text x={along(x) + 7} y={up(y) + 4} fontSize={13} fontWeight={bold ? 700 : undefined} fill={fill}>
      {children}
    </text>
  );
}

/** A word at a corner of the box, above the marks. */
export function Corner({
  at,
  children,
  fill = 'var(--soft)',
  bold = false,
}: {
  at: 'left' | 'right';
  children: string;
  fill?: string;
  bold?: boolean;
}) {
  const { box } = useChart();
  return (
    <text
      x={box[at]}
      y={box.top - 9}
      textAnchor={at === 'right' ? 'end' : undefined}
      fontSize={12}
      fontWeight={bold ? 700 : undefined}
      fill={fill}
    >
      {children}
    </text>
  );
}

/** Labels moved down so far that none lies over another. @param least pixels from one to the next */
export function apart<T extends { y: number }>(labels: readonly T[], least: number): T[] {
  const out: T[] = [];
  for (const l of [...labels].sort((a, b) => a.y - b.y))
    out.push({ ...l, y: Math.max(l.y, (out.at(-1)?.y ?? Number.NEGATIVE_INFINITY) + least) });
  return out;
}

/** A stretch of time in which something held, over the whole height, with its word at the top. */
export function Shade({ from, to, fill, children }: { from: number; to: number; fill: string; children?: string }) {
  const { x, box } = useChart();
  const [left, right] = [Math.max(box.left, x(from)), Math.min(box.right, x(to))];
  if (right <= left) return null;
  return (
    <g>
      <rect x={left} width={right - left} y={box.top} height={box.bottom - box.top} fill={fill} opacity={0.12} />
      {children && (
        <text x={left + 3} y={box.top + 12} fontSize={11.5} fill="var(--soft)">
          {children}
        </text>
      )}
    </g>
  );
}
