'use client';

import { scaleLinear } from 'd3';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import { useSession } from '@/client/session';
import type { Fit } from '@/core/grading/fit';
import { classShares } from '@/core/grading/grader';
import { decimals } from '@/core/quantities/format';
import { lengthFigure, lengthUnit } from '@/core/quantities/reader';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { XAxis } from '@/ui/chart/parts';
import type { Bench } from '../../views/grading';
import { type BenchClass, STEP } from './bench';

const [W, H] = [900, 300];
const BOX = boxOf(W, H, { left: 8, right: 14, top: 48, bottom: 34 });
/** From the small to the large: one water, then the two that want a look. */
const fills = ['var(--egg)', 'var(--deep)', 'var(--loss)', 'var(--careful)'];

/** How lengths lie, coloured by the class that each goes to, with the bars to drag or to move by the arrow keys. */
export function Distribution({
  bench,
  fit,
  bars,
  classes,
  onBars,
}: {
  bench: Bench;
  fit: Fit;
  bars: readonly number[];
  classes: readonly BenchClass[];
  onBars: (bars: number[]) => void;
}) {
  const us = useSession().units === 'us';
  const svg = useRef<SVGSVGElement | null>(null);
  const held = useRef<number | null>(null);
  const mm = bench.lengthsMm;
  const w = bench.values.widthPerLength;
  const [low, high] = [mm[0]!, mm.at(-1)!];
  const pad = Math.max(1, 0.08 * (high - low));
  const x = scaleLinear()
    .domain([low - pad, high + pad])
    .range([BOX.left, BOX.right]);
  const bins = x.ticks(Math.min(48, Math.max(12, Math.round(2 * Math.sqrt(mm.length)))));
  const width = (bins[1] ?? high) - (bins[0] ?? low) || 1;
  const g = { bars: [...bars].sort((a, b) => a - b), widthPerLength: w, selectivityMm: bench.values.selectivityMm };
  const columns = bins.map((from) => {
    const inside = mm.filter((v) => v >= from && v < from + width);
    const parts = classes.map((_, k) => inside.reduce((s, v) => s + classShares(v, g)[k]!, 0));
    return { from, n: inside.length, parts };
  });
  const density = (at: number) =>
    fit.components.reduce(
      (s, c) => s + (c.share * Math.exp(-(((at - c.meanMm) / c.sdMm) ** 2) / 2)) / (c.sdMm * Math.sqrt(2 * Math.PI)),
      0,
    ) *
    mm.length *
    width;
  const curve = Array.from({ length: 121 }, (_, i) => low - pad + ((high - low + 2 * pad) * i) / 120);
  const most = Math.max(1, ...columns.map((c) => c.n), ...curve.map(density));
  const y = scaleLinear().domain([0, most]).range([BOX.bottom, BOX.top]);
  const put = (k: number, gap: number) => {
    const least = (low - pad) * w;
    const mostGap = (high + pad) * w;
    const rounded = Number((Math.round(Math.min(mostGap, Math.max(least, gap)) / STEP) * STEP).toFixed(1));
    if (bars.some((b, i) => i !== k && b === rounded) || rounded <= 0) return;
    onBars(bars.map((b, i) => (i === k ? rounded : b)));
  };
  const at = (e: PointerEvent<SVGSVGElement>) => {
    const box = svg.current!.getBoundingClientRect();
    return x.invert(((e.clientX - box.left) / box.width) * W);
  };
  const key = (k: number) => (e: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -5, PageUp: 5 }[e.key];
    if (step === undefined) return;
    e.preventDefault();
    put(k, bars[k]! + step * STEP);
  };
  const said = (v: number) => `${lengthFigure(v, us)} ${lengthUnit(us)}`;
  return (
    <Chart
      {...{ width: W, height: H, box: BOX, x, y }}
      says={`Lengths of ${bench.row.unit}: ${classes.map((c) => `${c.grade} ${Math.round(100 * c.share)} %`).join(', ')}; bars ${g.bars.map((b) => decimals(b, 1)).join(' and ')} mm`}
      className="mt-1 touch-none"
      table={{
        head: ['length', 'measured', ...classes.map((c) => c.grade)],
        rows: columns
          .filter((c) => c.n > 0)
          .map((c) => [`${said(c.from)}`, c.n, ...c.parts.map((p) => decimals(p, 1))]),
      }}
      on={{
        // Its bars are controls: it is no picture.
        role: 'group',
        ref: svg,
        onPointerMove: (e) => held.current !== null && put(held.current, at(e) * w),
        onPointerUp: () => {
          held.current = null;
        },
        onPointerLeave: () => {
          held.current = null;
        },
      }}
    >
      {columns.map((c) => {
        let below = 0;
        return c.parts.map((p, k) => {
          const [bottom, top] = [y(below), y(below + p)];
          below += p;
          return p <= 0 ? null : (
            <rect
              key={`${c.from} ${classes[k]!.grade}`}
              x={x(c.from) + 0.5}
              width={Math.max(0.5, x(c.from + width) - x(c.from) - 1)}
              y={top}
              height={bottom - top}
              fill={fills[classes.length === 2 && k === 1 ? 1 : k]}
              opacity={0.36}
            />
          );
        });
      })}
      <path
        d={`M${curve.map((v) => `${x(v).toFixed(1)},${y(density(v)).toFixed(1)}`).join('L')}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={1.6}
      />
      <line x1={BOX.left} x2={BOX.right} y1={BOX.bottom} y2={BOX.bottom} stroke="var(--strong)" />
      <XAxis ticks={x.ticks(9).map((v) => ({ at: v, says: lengthFigure(v, us) }))} />
      <text x={BOX.right} y={H - 2} textAnchor="end" fontSize={12} fill="var(--soft)">
        length, {lengthUnit(us)}
      </text>
      <Names classes={classes} bars={g.bars} x={(v) => x(v)} w={w} ends={[low - pad, high + pad]} />
      {bars.map((b, k) => (
        <g
          // A bar keeps its place while it is dragged over another.
          key={`bar ${k}`}
          role="slider"
          tabIndex={0}
          aria-label={`Bar ${k + 1}`}
          aria-valuenow={b}
          aria-valuemin={Number(((low - pad) * w).toFixed(1))}
          aria-valuemax={Number(((high + pad) * w).toFixed(1))}
          aria-valuetext={`${decimals(b, 1)} mm, parts at ${said(b / w)}`}
          className="cursor-ew-resize"
          onKeyDown={key(k)}
          onPointerDown={(e) => {
            held.current = k;
            (e.target as Element).releasePointerCapture?.(e.pointerId);
          }}
        >
          <rect
            x={x((b - bench.values.selectivityMm / 2) / w)}
            width={Math.max(
              0,
              x((b + bench.values.selectivityMm / 2) / w) - x((b - bench.values.selectivityMm / 2) / w),
            )}
            y={BOX.top - 14}
            height={BOX.bottom - BOX.top + 14}
            fill="var(--deep)"
            opacity={0.14}
          />
          <line
            x1={x(b / w)}
            x2={x(b / w)}
            y1={BOX.top - 14}
            y2={BOX.bottom + 6}
            stroke="var(--deep)"
            strokeWidth={2}
          />
          <rect x={x(b / w) - 34} y={BOX.top - 40} width={68} height={26} rx={3} fill="var(--deep)" />
          <text x={x(b / w)} y={BOX.top - 22} textAnchor="middle" fontSize={13} fontWeight={700} fill="var(--sheet)">
            bar {decimals(b, 1)}
          </text>
          <rect x={x(b / w) - 22} y={BOX.top - 40} width={44} height={BOX.bottom - BOX.top + 46} fill="transparent" />
        </g>
      ))}
    </Chart>
  );
}

/** Each class by its name between its bars, where there is room for it. */
function Names({
  classes,
  bars,
  x,
  w,
  ends,
}: {
  classes: readonly BenchClass[];
  bars: readonly number[];
  x: (v: number) => number;
  w: number;
  ends: readonly [number, number];
}) {
  const edges = [ends[0], ...bars.map((b) => b / w), ends[1]];
  return classes.map((c, k) => {
    const [from, to] = [x(edges[k]!), x(edges[k + 1]!)];
    return to - from < 90 ? null : (
      <text
        key={c.grade}
        x={(from + to) / 2}
        y={BOX.top - 22}
        textAnchor="middle"
        fontSize={13}
        fontWeight={700}
        fill="var(--soft)"
      >
        {c.grade}
      </text>
    );
  });
}
