'use client';

import { scaleLinear } from 'd3';
import { plannedOn } from '@/core/brood/conditioning';
import { decimals, plain } from '@/core/quantities/format';
import { forReader, readerUnit } from '@/core/quantities/reader';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { boxOf, Chart, OnScale } from '@/ui/chart/Chart';
import { Band, Label, Line, XAxis, YAxis } from '@/ui/chart/parts';
import type { Programme } from '../views/conditioning';

const [W, H] = [640, 210];
/** Light has the upper strip for itself. */
const LIGHT = 46;
const BOX = boxOf(W, H, { left: 40, right: 74, top: LIGHT + 26, bottom: 24 });

/** A programme over its days: hours of light above; below, the warmth asked for and the water as it was measured. */
export function ConditioningChart({ p, us, timeZone }: { p: Programme; us: boolean; timeZone: string }) {
  const { steps, from } = p.programme;
  const last = Math.max(14, p.days, steps.at(-1)!.day);
  const shown = (c: number) => forReader(c, 'temperature', us);
  const x = scaleLinear([0, last], [BOX.left, BOX.right]);
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
    BOX.bottom,
    BOX.top,
  ]).nice(4);
  const yLight = scaleLinear([0, 24], [LIGHT + 8, 8]);
  const unit = readerUnit('temperature', us);
  const [lastLight, lastWarm, lastRead] = [light.at(-1), warm.at(-1), read.at(-1)];
  const dayOf = (d: number) => dayMonth(from + d * DAY_MS + DAY_MS / 2, timeZone);
  const figure = (v: number | undefined) => (v === undefined ? '' : decimals(v, 1));
  return (
    <Chart
      {...{ width: W, height: H, box: BOX, x, y }}
      className="max-w-[720px]"
      says={`${p.name}: ${steps.map((s) => `day ${s.day}${s.lightHours === null ? '' : `, ${plain(s.lightHours)} h light`}${s.celsius === null ? '' : `, ${decimals(shown(s.celsius), 1)} ${unit}`}${s.diet ? `, ${s.diet}` : ''}`).join('; ')}`}
      table={{
        head: ['day', 'light, h', `asked, ${unit}`, `measured, ${unit}`],
        rows: days.map((d) => [
          dayOf(d),
          figure(light.find((q) => q.d === d)?.v),
          figure(warm.find((q) => q.d === d)?.v),
          figure(read.find((q) => q.d === d)?.mean),
        ]),
      }}
    >
      {lastLight && (
        <OnScale y={yLight}>
          <Band of={light} x={(q) => q.d} low={() => 0} high={(q) => q.v} fill="var(--careful)" />
          <text x={BOX.left - 6} y={yLight(24) + 10} textAnchor="end" fontSize={12} fill="var(--soft)">
            light
          </text>
          <Label x={lastLight.d} y={lastLight.v}>{`${decimals(lastLight.v, lastLight.v % 1 ? 1 : 0)} h`}</Label>
        </OnScale>
      )}
      {all.length > 0 && <YAxis ticks={y.ticks(4)} format={plain} />}
      {lastRead && (
        <>
          <Band of={read} x={(q) => q.d} low={(q) => q.low} high={(q) => q.high} />
          <Line of={read} x={(q) => q.d} y={(q) => q.mean} />
          <text
            x={x(lastRead.d) + 7}
            y={y(lastRead.mean) + (lastWarm && y(lastWarm.v) > y(lastRead.mean) ? -4 : 12)}
            fontSize={12}
            fontWeight={700}
            fill="var(--deep)"
          >
            {decimals(lastRead.mean, 1)} {unit}
          </text>
        </>
      )}
      {lastWarm && (
        <>
          <Line of={warm} x={(q) => q.d} y={(q) => q.v} stroke="var(--ink)" width={1.4} dashed />
          <Label x={lastWarm.d} y={lastWarm.v}>{`${lastRead ? 'asked ' : ''}${decimals(lastWarm.v, 1)}`}</Label>
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
                y2={BOX.bottom}
                stroke="var(--strong)"
                strokeDasharray="2 3"
              />
              <text x={x(s.day) + 4} y={LIGHT + 21} fontSize={12} fill="var(--soft)">
                {s.diet}
              </text>
            </g>
          ),
      )}
      {p.days > 0 && p.days <= last && !p.ended && (
        <line x1={x(p.days)} x2={x(p.days)} y1={6} y2={BOX.bottom} stroke="var(--hand)" strokeWidth={1.3} />
      )}
      <XAxis ticks={x.ticks(6).flatMap((d) => (Number.isInteger(d) ? [{ at: d, says: dayOf(d) }] : []))} />
    </Chart>
  );
}
