'use client';

import { scaleLinear } from 'd3';
import { useSession } from '@/client/session';
import { preyNumber } from '@/core/liveFood/preyNumber';
import { clock, dayMonth, localDay } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Rule, XAxis, YAxis } from '@/ui/chart/parts';
import type { LiveFoodView } from '../views/liveFood';

const [W, H, ROW] = [900, 210, 22];

/** Meals of the next days and what meets them; below, each cone from sowing over the hatch to the end of its use. */
export function SupplyChart({ view, now }: { view: LiveFoodView; now: number }) {
  const { timeZone } = useSession();
  const cones = view.vessels.filter((v) => v.kind === 'cone');
  const height = H + ROW * cones.length + 8;
  const box = { ...boxOf(W, height, { left: 84, right: 16, top: 12 }), bottom: H - 24 };
  const from = Math.min(now - 2 * HOUR_MS, ...cones.flatMap((v) => (v.batch ? [v.batch.sownAt] : [])));
  const x = scaleLinear().domain([from, view.until]).range([box.left, box.right]);
  const most = Math.max(1, ...view.meals.map((m) => m.nauplii));
  const y = scaleLinear()
    .domain([0, most * 1.1])
    .range([box.bottom, box.top]);
  const usable = view.usableHours * HOUR_MS;
  const says = (at: number) => `${dayMonth(at, timeZone, now)} ${clock(at, timeZone)}`;
  const planned = (at: number) =>
    view.starts.find((s) => s.for.length > 0 && at >= s.harvestAt && at <= s.harvestAt + usable);
  const short = (at: number) => view.short.find((s) => s.at === at);
  const ticks: { at: number; says: string }[] = [];
  for (let at = localDay(from, timeZone).end; at < view.until; at = localDay(at, timeZone).end)
    ticks.push({ at, says: dayMonth(at, timeZone, now) });
  return (
    <Chart
      {...{ width: W, height, box, x, y }}
      says={view.meals
        .map((m) => `${says(m.at)} ${preyNumber(m.nauplii)}${m.met < m.nauplii - 1 ? ', not met yet' : ''}`)
        .join('; ')}
      table={{
        head: ['meal', 'nauplii', 'there', 'short after the plan'],
        rows: view.meals.map((m) => [
          says(m.at),
          preyNumber(m.nauplii),
          preyNumber(m.met),
          short(m.at) ? preyNumber(short(m.at)!.nauplii) : '',
        ]),
      }}
    >
      <YAxis ticks={y.ticks(3)} format={(v) => (v === 0 ? '0' : preyNumber(v))} />
      <XAxis lines ticks={ticks} />
      {view.meals.map((m) => {
        const w = 9;
        const lost = short(m.at)?.nauplii ?? 0;
        const plan = planned(m.at) ? m.nauplii - m.met - lost : 0;
        const part = (a: number, b: number, fill: string, dashed = false) =>
          b > a && (
            <rect
              x={x(m.at) - w / 2}
              width={w}
              y={y(b)}
              height={Math.max(0.5, y(a) - y(b))}
              fill={fill}
              stroke={dashed ? 'var(--deep)' : 'none'}
              strokeDasharray={dashed ? '2 2' : undefined}
            />
          );
        return (
          <g key={m.at}>
            {part(0, m.met, 'var(--deep)')}
            {part(m.met, m.met + plan, 'none', true)}
            {part(m.met + plan, m.nauplii, 'var(--loss)')}
          </g>
        );
      })}
      {cones.map((v, i) => {
        const top = H + 4 + i * ROW;
        const bar = (a: number, b: number, fill: string, key: string, dashed = false) => (
          <rect
            key={key}
            x={x(Math.max(from, a))}
            width={Math.max(1, x(Math.min(view.until, b)) - x(Math.max(from, a)))}
            y={top}
            height={ROW - 8}
            fill={fill}
            stroke={dashed ? 'var(--deep)' : 'none'}
            strokeDasharray={dashed ? '3 3' : undefined}
          />
        );
        return (
          <g key={v.id}>
            <text x={box.left - 8} y={top + 12} textAnchor="end" fontSize={13} fill="var(--ink)">
              {v.name}
            </text>
            <line x1={box.left} x2={box.right} y1={top + 7} y2={top + 7} stroke="var(--rule)" />
            {v.kept && bar(v.kept.at, v.kept.until, 'var(--egg)', 'kept')}
            {v.batch && bar(v.batch.sownAt, v.batch.hatchAt, 'var(--rule)', 'sown')}
            {v.batch && bar(v.batch.hatchAt, v.batch.hatchAt + usable, 'var(--egg)', 'hatched')}
            {view.starts
              .filter((s) => s.vesselId === v.id)
              .flatMap((s) => [
                bar(s.at, s.harvestAt, 'none', `s${s.at}`, true),
                bar(s.harvestAt, s.harvestAt + usable, 'var(--deep-wash)', `h${s.at}`, true),
              ])}
          </g>
        );
      })}
      <Rule x={now} />
    </Chart>
  );
}
