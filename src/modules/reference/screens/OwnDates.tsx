'use client';

import { max, scaleLinear } from 'd3';
import { useState } from 'react';
import { ActFoot, useAct } from '@/client/act/useAct';
import { decimals, plain } from '@/core/quantities/format';
import { useOwnDates } from '@/modules/incubation/acts/ownDates/act';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { XAxis, YAxis } from '@/ui/chart/parts';
import { TextField } from '@/ui/fields';
import { Table } from '@/ui/Table';
import type { OwnDates as Own } from '../views/ownDates';

const W = 360;
const H = 278;
const BOX = boxOf(W, H, { left: 40, right: 10, top: 8, bottom: 40 });
const marks = ['circle', 'square', 'triangle'] as const;

/** Dates seen here against dates predicted by the shipped models, and what they did to the interval of the next lot. */
export function OwnDates({ species, own, mayEdit }: { species: string; own: Own; mayEdit: boolean }) {
  const act = useAct(useOwnDates);
  const [why, setWhy] = useState('');
  const top = (max(own.dates, (d) => Math.max(d.predictedDays, d.observedDays)) ?? 100) * 1.06;
  const x = scaleLinear().domain([0, top]).range([BOX.left, BOX.right]);
  const y = scaleLinear().domain([0, top]).range([BOX.bottom, BOX.top]);
  return (
    <section className="mt-5" data-testid="own-clock">
      <h2 className="mb-1">Dates observed here</h2>
      {own.dates.length === 0 ? (
        <p className="quiet max-w-[40rem]">
          No date was seen here yet. Each eyed check, each hatch seen at half, each beaker sample sharpens the clock of
          this hatchery, by strain and water.
        </p>
      ) : (
        <div className="grid grid-cols-[minmax(0,380px)_minmax(0,1fr)] items-start gap-6 max-md:grid-cols-1">
          <Chart
            {...{ width: W, height: H, box: BOX, x, y }}
            says={`${own.dates.length} dates observed here against those predicted by Reference`}
            table={{
              head: ['lot', 'predicted, days', 'seen, days'],
              rows: own.dates.map((d) => [
                `${d.lot}, ${own.milestones.find((m) => m.id === d.milestone)?.name ?? d.milestone}`,
                decimals(d.predictedDays, 1),
                `${decimals(d.observedDays, 1)}${d.left ? ', left out' : ''}`,
              ]),
            }}
          >
            <XAxis lines ticks={x.ticks(5).map((t) => ({ at: t, says: plain(t) }))} />
            <YAxis ticks={y.ticks(5)} format={plain} />
            <line x1={x(0)} y1={y(0)} x2={x(top)} y2={y(top)} stroke="var(--strong)" strokeDasharray="4 3" />
            {own.milestones.map((m, k) =>
              own.dates
                .filter((d) => d.milestone === m.id)
                .map((d) => (
                  <g key={`${d.lot}${d.milestone}`} transform={`translate(${x(d.predictedDays)},${y(d.observedDays)})`}>
                    <title>{`${d.lot}, ${m.name}: predicted ${decimals(d.predictedDays, 1)}, seen ${decimals(d.observedDays, 1)} days`}</title>
                    <Marker kind={marks[k % marks.length]!} left={d.left} />
                  </g>
                )),
            )}
            <text x={BOX.right} y={H - 4} fontSize={12} textAnchor="end" fill="var(--soft)">
              days predicted by Reference
            </text>
            <text x={BOX.left + 4} y={19} fontSize={12} fill="var(--soft)">
              days seen here
            </text>
          </Chart>
          <div>
            <Table>
              <thead>
                <tr>
                  <th>stage</th>
                  <th className="num">dates</th>
                  <th className="num">pace</th>
                  <th className="num">next lot ±, Reference</th>
                  <th className="num">with own dates</th>
                </tr>
              </thead>
              <tbody>
                {own.milestones.map((m, k) => (
                  <tr key={m.id}>
                    <td>
                      <svg width={14} height={14} viewBox="-7 -7 14 14" className="mr-1 inline" aria-hidden="true">
                        <Marker kind={marks[k % marks.length]!} />
                      </svg>
                      {m.name}
                    </td>
                    <td className="num">{m.n}</td>
                    <td className="num font-bold">
                      {Math.abs(m.factor - 1) < 0.005
                        ? 'as Reference'
                        : `${decimals(Math.abs(100 * (m.factor - 1)), 1)} % ${m.factor > 1 ? 'slower' : 'faster'}`}
                    </td>
                    <td className="num text-soft">{decimals(m.shippedHalf, 0)} %</td>
                    <td className="num">{decimals(m.ownHalf, 1)} %</td>
                  </tr>
                ))}
              </tbody>
            </Table>
            {own.dates.some((d) => d.left) && (
              <p className="mt-2 text-careful">
                {own.dates.filter((d) => d.left).length} of the dates{' '}
                {own.dates.filter((d) => d.left).length === 1 ? 'lies' : 'lie'} so far off that a time was entered
                wrongly: hollow in the plot, they bend nothing. Put the lot’s fertilisation or the check right.
              </p>
            )}
            {own.milestones.some((m) => m.moved) && (
              <p className="mt-2 text-careful">
                The pace here lies outside of what Reference lets expect: look at thermometers, at fertilisation times,
                and at what is called half.
              </p>
            )}
            {mayEdit && (
              <form
                className="mt-3 flex max-w-[26rem] flex-col gap-2"
                onSubmit={(e) => {
                  e.preventDefault();
                  void act.submit({ species, own: !own.own, why }, () => 'Kept: dates are worked anew.');
                }}
              >
                <p>
                  {own.own ? (
                    'Own dates bend the forecasts.'
                  ) : (
                    <b className="text-hand">Switched off: forecasts follow Reference alone.</b>
                  )}
                </p>
                <TextField label="Why change that" value={why} onChange={setWhy} error={act.errorOn('why')} />
                <ActFoot
                  act={act}
                  label={own.own ? 'Follow Reference alone' : 'Let own dates bend it'}
                  disabled={!why.trim()}
                />
              </form>
            )}
          </div>
        </div>
      )}
    </section>
  );
}

function Marker({ kind, left = false }: { kind: (typeof marks)[number]; left?: boolean }) {
  const style = left ? { fill: 'none', stroke: 'var(--loss)' } : { fill: 'var(--deep)', opacity: 0.75 };
  if (kind === 'circle') return <circle r={3.6} {...style} />;
  if (kind === 'square') return <rect x={-3.2} y={-3.2} width={6.4} height={6.4} {...style} />;
  return <path d="M0,-4.4L4.2,3.2L-4.2,3.2Z" {...style} />;
}
