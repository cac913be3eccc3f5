'use client';

import { max, scaleLinear } from 'd3';
import { useState } from 'react';
import { ActFoot, useAct } from '@/client/act/useAct';
import { decimals, plain } from '@/core/quantities/format';
import { useOwnClock } from '@/modules/incubation/acts/ownClock/act';
import { TextField } from '@/ui/fields';
import { Table } from '@/ui/Table';
import type { OwnClock as Own } from '../views/ownClock';

const W = 360;
const H = 270;
const LEFT = 40;
const marks = ['circle', 'square', 'triangle'] as const;

/** Dates seen here against dates predicted by the shelf, and what they did to the interval of the next lot. */
export function OwnClock({ species, own, mayEdit }: { species: string; own: Own; mayEdit: boolean }) {
  const act = useAct(useOwnClock);
  const [why, setWhy] = useState('');
  const top = (max(own.dates, (d) => Math.max(d.predictedDays, d.observedDays)) ?? 100) * 1.06;
  const x = scaleLinear()
    .domain([0, top])
    .range([LEFT, W - 10]);
  const y = scaleLinear()
    .domain([0, top])
    .range([H - 32, 8]);
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
          <svg
            viewBox={`0 0 ${W} ${H}`}
            className="w-full"
            role="img"
            aria-label={`${own.dates.length} dates observed here against those predicted by Reference`}
          >
            {x.ticks(5).map((t) => (
              <g key={t}>
                <line x1={x(t)} x2={x(t)} y1={8} y2={H - 32} stroke="var(--rule)" />
                <line x1={LEFT} x2={W - 10} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
                <text x={x(t)} y={H - 18} fontSize={11} textAnchor="middle" fill="var(--soft)">
                  {plain(t)}
                </text>
                <text x={LEFT - 5} y={y(t) + 4} fontSize={11} textAnchor="end" fill="var(--soft)">
                  {plain(t)}
                </text>
              </g>
            ))}
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
            <text x={W - 10} y={H - 4} fontSize={11} textAnchor="end" fill="var(--soft)">
              days predicted by Reference
            </text>
            <text x={LEFT + 4} y={17} fontSize={11} fill="var(--soft)">
              days seen here
            </text>
          </svg>
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
                    <td className="num text-soft">{decimals(m.shelfHalf, 0)} %</td>
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
