'use client';

import { scaleLinear, scaleLog } from 'd3';
import { type KeyboardEvent, useState } from 'react';
import { useSession } from '@/client/session';
import { modelRange, rateFunction } from '@/core/development/model';
import { decimals, figures } from '@/core/quantities/format';
import { forReader, readerUnit } from '@/core/quantities/reader';
import type { Milestone } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { apart, Line, Rule, XAxis, YAxis } from '@/ui/chart/parts';

const W = 640;
const H = 250;
const BOX = boxOf(W, H, { left: 46, right: 118, top: 10, bottom: 34 });
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
  const x = scaleLinear().domain([from, to]).range([BOX.left, BOX.right]);
  const y = scaleLog()
    .domain([Math.min(...all), Math.max(...all)])
    .range([BOX.bottom, BOX.top]);
  const ticks = y.ticks(5).filter((d) => /^[125]/.test(d.toExponential()));
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
      <Chart
        {...{ width: W, height: H, box: BOX, x, y }}
        says={`Days at a steady temperature to ${curves.map((c) => c.m.name).join(', ')}. Arrow keys read them out.`}
        table={{
          head: [readerUnit('temperature', us), ...curves.map((c) => c.m.name)],
          rows: x
            .ticks(8)
            .map((t) => [
              figures(forReader(t, 'temperature', us), 3),
              ...curves.map((c) => (t >= c.low && t <= c.high && known(c, t) ? figures(c.days(t), 3) : '')),
            ]),
        }}
        on={{
          tabIndex: 0,
          style: { touchAction: 'pan-y' },
          onKeyDown: keys,
          onPointerMove: (e) => {
            const box = e.currentTarget.getBoundingClientRect();
            move(x.invert(((e.clientX - box.left) / box.width) * W));
          },
          onPointerLeave: () => setCelsius(null),
        }}
      >
        <YAxis ticks={ticks} format={(d) => figures(d, 2)} />
        <XAxis ticks={x.ticks(8).map((t) => ({ at: t, says: figures(forReader(t, 'temperature', us), 3) }))} />
        <text x={(BOX.left + BOX.right) / 2} y={H - 3} fontSize={12} textAnchor="middle" fill="var(--soft)">
          {readerUnit('temperature', us)}, steady; days on the left
        </text>
        {drawn.map((c) => {
          const along = { x: (t: number) => t, y: c.days, stroke: c.colour };
          return (
            <g key={c.m.id}>
              <Line of={c.points} {...along} width={1.5} dashed />
              <Line of={c.points.filter((t) => t >= c.low && t <= c.high)} {...along} width={2.5} />
            </g>
          );
        })}
        {labels.map((l) => (
          <text key={l.name} x={BOX.right + 8} y={l.y + 4} fontSize={12.5} fill={l.colour}>
            {l.name}
          </text>
        ))}
        {at !== null && <Rule x={at} />}
      </Chart>
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
