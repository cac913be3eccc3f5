import { area, line, scaleLinear } from 'd3';
import { plannedOn } from '@/core/brood/conditioning';
import { decimals, plain } from '@/core/quantities/format';
import { forReader, readerUnit } from '@/core/quantities/reader';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import type { Programme } from '../views/conditioning';

const W = 640;
const H = 210;
const LEFT = 40;
const RIGHT = 74;
const LIGHT = 46;

/** A programme over its days: hours of light above; below, the warmth asked for and the water as it was measured. */
export function ConditioningChart({ p, us, timeZone }: { p: Programme; us: boolean; timeZone: string }) {
  const { steps, from } = p.programme;
  const last = Math.max(14, p.days, steps.at(-1)!.day);
  const shown = (c: number) => forReader(c, 'temperature', us);
  const x = scaleLinear([0, last], [LEFT, W - RIGHT]);
  const days = Array.from({ length: last + 1 }, (_, d) => d);
  const of = (what: 'lightHours' | 'celsius') =>
    days.flatMap((d) => {
      const v = plannedOn(steps, what, d);
      return v === null ? [] : [{ d, v }];
    });
  const light = of('lightHours');
  const warm = of('celsius').map((w) => ({ d: w.d, v: shown(w.v) }));
  const read = p.measured.map((m) => ({ d: m.day, mean: shown(m.mean), low: shown(m.low), high: shown(m.high) }));
  const all = [...warm.map((w) => w.v), ...read.flatMap((m) => [m.low, m.high])];
  const y = scaleLinear(all.length > 0 ? [Math.min(...all) - 0.5, Math.max(...all) + 0.5] : [0, 1], [
    H - 24,
    LIGHT + 26,
  ]).nice(4);
  const yLight = scaleLinear([0, 24], [LIGHT + 8, 8]);
  const unit = readerUnit('temperature', us);
  const ticks = x.ticks(6).filter((d) => Number.isInteger(d));
  const lastLight = light.at(-1);
  const lastWarm = warm.at(-1);
  const lastRead = read.at(-1);
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full max-w-[720px]"
      role="img"
      aria-label={`${p.name}: ${steps.map((s) => `day ${s.day}${s.lightHours === null ? '' : `, ${plain(s.lightHours)} h light`}${s.celsius === null ? '' : `, ${decimals(shown(s.celsius), 1)} ${unit}`}${s.diet ? `, ${s.diet}` : ''}`).join('; ')}`}
    >
      {light.length > 0 && (
        <>
          <path
            d={
              area<{ d: number; v: number }>()
                .x((q) => x(q.d))
                .y0(yLight(0))
                .y1((q) => yLight(q.v))(light)!
            }
            fill="var(--careful)"
            opacity={0.28}
          />
          <text x={LEFT - 6} y={yLight(24) + 10} textAnchor="end" fontSize={11.5} fill="var(--soft)">
            light
          </text>
          <text x={x(lastLight!.d) + 6} y={yLight(lastLight!.v) + 4} fontSize={12} fill="var(--ink)">
            {decimals(lastLight!.v, lastLight!.v % 1 ? 1 : 0)} h
          </text>
        </>
      )}
      {all.length > 0 &&
        y.ticks(4).map((t) => (
          <g key={t}>
            <line x1={LEFT} x2={W - RIGHT} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
            <text x={LEFT - 6} y={y(t) + 4} textAnchor="end" fontSize={11.5} fill="var(--soft)">
              {plain(t)}
            </text>
          </g>
        ))}
      {read.length > 0 && (
        <>
          <path
            d={
              area<(typeof read)[number]>()
                .x((q) => x(q.d))
                .y0((q) => y(q.low))
                .y1((q) => y(q.high))(read)!
            }
            fill="var(--deep)"
            opacity={0.18}
          />
          <path
            d={
              line<(typeof read)[number]>()
                .x((q) => x(q.d))
                .y((q) => y(q.mean))(read)!
            }
            fill="none"
            stroke="var(--deep)"
            strokeWidth={1.8}
          />
          <text
            x={x(lastRead!.d) + 6}
            y={y(lastRead!.mean) + (lastWarm && y(lastWarm.v) > y(lastRead!.mean) ? -4 : 12)}
            fontSize={12}
            fontWeight={700}
            fill="var(--deep)"
          >
            {decimals(lastRead!.mean, 1)} {unit}
          </text>
        </>
      )}
      {warm.length > 0 && (
        <>
          <path
            d={
              line<{ d: number; v: number }>()
                .x((q) => x(q.d))
                .y((q) => y(q.v))(warm)!
            }
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1.4}
            strokeDasharray="5 4"
          />
          <text x={x(lastWarm!.d) + 6} y={y(lastWarm!.v) + 4} fontSize={12} fill="var(--ink)">
            {lastRead ? 'asked ' : ''}
            {decimals(lastWarm!.v, 1)}
          </text>
        </>
      )}
      {steps.map(
        (s) =>
          s.diet && (
            <g key={s.day}>
              <line
                x1={x(s.day)}
                x2={x(s.day)}
                y1={LIGHT + 12}
                y2={H - 24}
                stroke="var(--strong)"
                strokeDasharray="2 3"
              />
              <text x={x(s.day) + 4} y={LIGHT + 21} fontSize={11.5} fill="var(--soft)">
                {s.diet}
              </text>
            </g>
          ),
      )}
      {p.days > 0 && p.days <= last && !p.ended && (
        <line x1={x(p.days)} x2={x(p.days)} y1={6} y2={H - 24} stroke="var(--hand)" strokeWidth={1.3} />
      )}
      {ticks.map((d, i) => (
        <text key={d} x={x(d)} y={H - 6} textAnchor={i === 0 ? 'start' : 'middle'} fontSize={11.5} fill="var(--soft)">
          {dayMonth(from + d * DAY_MS + DAY_MS / 2, timeZone)}
        </text>
      ))}
    </svg>
  );
}
