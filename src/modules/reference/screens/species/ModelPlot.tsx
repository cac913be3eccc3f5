'use client';

import { line, scaleLinear, scaleLog } from 'd3';
import { type KeyboardEvent, useState } from 'react';
import { useSession } from '@/client/session';
import { modelRange, rateFunction } from '@/core/development/model';
import { decimals, figures } from '@/core/quantities/format';
import { forReader, readerUnit } from '@/core/quantities/reader';
import type { Milestone } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { apart } from '@/ui/chart/parts';

const W = 640;
const H = 250;
const [LEFT, RIGHT, TOP, BOTTOM] = [46, 118, 10, 34];
const STEP = 0.25;
const colours = ['var(--deep)', 'var(--eyed)', 'var(--yolksac)', 'var(--fry)', 'var(--fingerling)'];

type Curve = { m: Milestone; colour: string; low: number; high: number; days: (t: number) => number };

/**
 * What the models of a species make of a steady temperature: full where they were fitted, broken as far as they are
 * carried on, and what they say at a temperature under the hand or the arrow keys.
 */
export function ModelPlot({ milestones }: { milestones: readonly Milestone[] }) {
  const us = useSession().units === 'us';
  const [celsius, setCelsius] = useState<number | null>(null);
  const beyond = thresholds.clockBeyond.value;
  const curves = milestones.flatMap((m, i): Curve[] => {
    const range = modelRange(m.model) ?? { low: 4, high: 16 };
    const rate = rateFunction(m.model);
    const days = (t: number) => 1 / rate(t);
    return [{ m, colour: colours[i % colours.length]!, ...range, days }];
  });
  if (curves.length === 0) return null;
  const from = Math.min(...curves.map((c) => c.low)) - beyond;
  const to = Math.max(...curves.map((c) => c.high)) + beyond;
  const known = (c: Curve, t: number) => Number.isFinite(c.days(t)) && c.days(t) > 0;
  const drawn = curves.map((c) => ({
    ...c,
    points: Array.from({ length: Math.floor((to - from) / STEP) + 1 }, (_, i) => from + i * STEP).filter(
      (t) => t >= c.low - beyond && t <= c.high + beyond && known(c, t),
    ),
  }));
  const all = drawn.flatMap((c) => c.points.map((t) => c.days(t)));
  const x = scaleLinear()
    .domain([from, to])
    .range([LEFT, W - RIGHT]);
  const y = scaleLog()
    .domain([Math.min(...all), Math.max(...all)])
    .range([H - BOTTOM, TOP]);
  const ticks = y.ticks(5).filter((d) => /^[125]/.test(d.toExponential()));
  const path = (c: Curve, points: readonly number[]) =>
    line<number>()
      .x((t) => x(t))
      .y((t) => y(c.days(t)))(points) ?? '';
  const degrees = (t: number) => `${decimals(forReader(t, 'temperature', us), 1)} ${readerUnit('temperature', us)}`;
  const at = celsius ?? null;
  const said =
    at === null
      ? null
      : curves.map((c) => {
          const inside = at >= c.low - 1e-9 && at <= c.high + 1e-9;
          const held = known(c, at) && at >= c.low - beyond && at <= c.high + beyond;
          return {
            c,
            inside,
            says: held ? `${figures(c.days(at), 3)} days` : 'no days',
            range: `${degrees(c.low)} to ${degrees(c.high)}`,
          };
        });
  const move = (t: number) => setCelsius(Math.min(to, Math.max(from, Math.round(t / STEP) * STEP)));
  const keys = (e: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -4, PageUp: 4 }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    move((celsius ?? (from + to) / 2) + by * 2 * STEP);
  };
  const labels = apart(
    drawn.map((c) => ({ name: c.m.name, colour: c.colour, y: y(c.days(c.points.at(-1) ?? c.high)) })),
    13,
  );
  return (
    <figure className="mt-2 max-w-[720px]" data-testid="models">
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full touch-pan-y"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: the arrow keys read the curves out
        tabIndex={0}
        role="img"
        aria-label={`Days at a steady temperature to ${curves.map((c) => c.m.name).join(', ')}. Arrow keys read them out.`}
        onKeyDown={keys}
        onPointerMove={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          move(x.invert(((e.clientX - box.left) / box.width) * W));
        }}
        onPointerLeave={() => setCelsius(null)}
      >
        {ticks.map((d) => (
          <g key={d}>
            <line x1={LEFT} x2={W - RIGHT} y1={y(d)} y2={y(d)} stroke="var(--rule)" />
            <text x={LEFT - 6} y={y(d) + 4} fontSize={12} textAnchor="end" fill="var(--soft)">
              {figures(d, 2)}
            </text>
          </g>
        ))}
        {x.ticks(8).map((t) => (
          <text key={t} x={x(t)} y={H - 18} fontSize={12} textAnchor="middle" fill="var(--soft)">
            {figures(forReader(t, 'temperature', us), 3)}
          </text>
        ))}
        <text x={(LEFT + W - RIGHT) / 2} y={H - 3} fontSize={12} textAnchor="middle" fill="var(--soft)">
          {readerUnit('temperature', us)}, steady; days on the left
        </text>
        {drawn.map((c) => (
          <g key={c.m.id} fill="none" stroke={c.colour}>
            <path d={path(c, c.points)} strokeWidth={1.5} strokeDasharray="3 4" />
            <path
              d={path(
                c,
                c.points.filter((t) => t >= c.low && t <= c.high),
              )}
              strokeWidth={2.5}
            />
          </g>
        ))}
        {labels.map((l) => (
          <text key={l.name} x={W - RIGHT + 8} y={l.y + 4} fontSize={12.5} fill={l.colour}>
            {l.name}
          </text>
        ))}
        {at !== null && <line x1={x(at)} x2={x(at)} y1={TOP} y2={H - BOTTOM} stroke="var(--strong)" />}
      </svg>
      <figcaption className="min-h-[3.2em] text-small" aria-live="polite">
        {said === null || at === null ? (
          <span className="text-soft">
            Full where a model was fitted, broken as far as it is carried on. Point at a temperature to read the days.
          </span>
        ) : (
          <>
            <b>{degrees(at)}</b>: {said.map((s) => `${s.c.m.name} ${s.says}`).join(', ')}.
            {said.some((s) => !s.inside) && (
              <span className="block text-careful">
                {said
                  .filter((s) => !s.inside)
                  .map((s) => `${s.c.m.name} was fitted from ${s.range}`)
                  .join('; ')}
                : beyond that it is a guess.
              </span>
            )}
          </>
        )}
      </figcaption>
    </figure>
  );
}
