'use client';

import { scaleLinear, scaleLog } from 'd3';
import { grouped, percent } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { YAxis } from '@/ui/chart/parts';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import { Term } from '@/ui/words/Term';
import type { LotView } from '../views/lot';

/** What entered each stage of a lot, and what share of those before: drawn, then told. */
export function Stair({ stair }: { stair: LotView['stair'] }) {
  return (
    <section data-testid="stair">
      <h2 className="mb-1">
        <Term of="survival">Survival stair</Term>
      </h2>
      <StairChart steps={stair.steps} />
      <StairTable stair={stair} />
    </section>
  );
}

function StairTable({ stair }: { stair: LotView['stair'] }) {
  return (
    <>
      <Table>
        <tbody>
          {stair.steps.map((s, i) => (
            <tr key={s.stage} data-step={s.stage} data-number={s.number}>
              <td>{s.name}</td>
              <td className="num">
                <Doubtful number={s.number} sd={s.sd} />
              </td>
              <td className="num">
                {s.survival !== null && (
                  <>
                    <b>{percent(s.survival)}</b>{' '}
                    <span className="text-soft">
                      {percent(s.low!)} to {percent(Math.min(1, s.high!))}
                    </span>
                  </>
                )}
              </td>
              <td className="text-soft">
                {s.survival === null
                  ? i === 0
                    ? 'at the start'
                    : ''
                  : s.apart > 0
                    ? `of those before, but for ${grouped(s.apart)} alive there still or gone alive`
                    : 'of those before'}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {stair.ofFirst && (
        <p className="mt-1">
          From the first to the last stage: <b>{percent(stair.ofFirst.survival)}</b>{' '}
          <span className="text-soft">
            {percent(stair.ofFirst.low)} to {percent(Math.min(1, stair.ofFirst.high))}
          </span>
        </p>
      )}
      {stair.assuming && (
        <p className="quiet mt-1">
          With what it lived through in the lots that it came from, by the share that came over: assuming equal
          survival.
        </p>
      )}
    </>
  );
}

/** Steps of life on a log scale, the interval of each as a band. */
function StairChart({ steps }: { steps: LotView['stair']['steps'] }) {
  if (steps.length < 2) return null;
  const highest = Math.max(...steps.map((s) => s.number + Z95 * s.sd));
  const lowest = Math.max(1, Math.min(...steps.map((s) => Math.max(1, s.number - Z95 * s.sd))));
  const y = scaleLog()
    .domain([lowest / 1.6, highest * 1.15])
    .range([BOX.bottom, BOX.top]);
  const x = scaleLinear().domain([0, steps.length]).range([BOX.left, BOX.right]);
  const ticks = y
    .ticks(4)
    .filter((t) => /^[125]0*$/.test(String(Math.round(t))))
    .slice(0, 6);
  return (
    <Chart
      {...{ width: W, height: H, box: BOX, x, y }}
      className="max-w-[640px]"
      says={steps.map((s) => `${s.name} ${s.number}`).join(', ')}
    >
      <YAxis ticks={ticks} format={grouped} />
      {steps.map((s, i) => {
        const top = y(s.number + Z95 * s.sd);
        const bottom = y(Math.max(lowest / 1.6, s.number - Z95 * s.sd));
        const next = steps[i + 1];
        return (
          <g key={s.stage}>
            <rect
              x={x(i)}
              width={x(i + 1) - x(i)}
              y={top}
              height={Math.max(1.5, bottom - top)}
              fill="var(--deep)"
              opacity={0.18}
            />
            <line x1={x(i)} x2={x(i + 1)} y1={y(s.number)} y2={y(s.number)} stroke="var(--deep)" strokeWidth={2.4} />
            {next && (
              <line
                x1={x(i + 1)}
                x2={x(i + 1)}
                y1={y(s.number)}
                y2={y(next.number)}
                stroke="var(--loss)"
                strokeWidth={1.6}
              />
            )}
            <text x={(x(i) + x(i + 1)) / 2} y={H - 6} textAnchor="middle" fontSize={13} fill="var(--ink)">
              {s.name}
            </text>
          </g>
        );
      })}
    </Chart>
  );
}
const [W, H] = [560, 150];
const BOX = boxOf(W, H, { left: 62, right: 6, top: 10, bottom: 24 });
