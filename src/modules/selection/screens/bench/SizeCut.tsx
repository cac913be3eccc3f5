'use client';

import { scaleLinear } from 'd3';
import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { decimals } from '@/core/quantities/format';
import { lengthFigure, lengthUnit } from '@/core/quantities/reader';
import { type JudgedFish, nothingSaid, type SelectionDecision } from '@/core/selection/judged';
import { competitiveRange } from '@/core/selection/range';
import { Button } from '@/ui/Button';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { XAxis } from '@/ui/chart/parts';
import { Select } from '@/ui/Select';
import { setGoal } from '../../acts/goal/act';
import { rangeOf } from '../../input';
import type { SelectionBenchView } from '../../views/bench';
import { decisionWords } from './words';

const [W, H] = [440, 84];
const BOX = boxOf(W, H, { left: 6, right: 10, top: 14, bottom: 26 });

/** Lengths of the tank with the range in which they compete, and the taps for those that fall out of it in this bowl. */
export function SizeCut({
  bench,
  bowl,
  fish,
  mine,
  onPut,
}: {
  bench: SelectionBenchView;
  bowl: number;
  fish: readonly JudgedFish[];
  /** Fish that this device judged: another's taps are not gone on with. */
  mine: (id: string) => boolean;
  onPut: (f: Omit<JudgedFish, 'nth' | 'at' | 'id'> & { id?: string }) => void;
}) {
  const us = useSession().units === 'us';
  const said = (v: number) => lengthFigure(v, us);
  const range = rangeOf(bench.goal);
  return (
    <section
      aria-label="Cut by size"
      className={`grid items-center gap-x-6 gap-y-2 ${bench.lengths ? 'grid-cols-[minmax(0,1fr)_auto] max-sm:grid-cols-1' : ''}`}
    >
      {bench.lengths && <Lengths bench={bench} mm={bench.lengths.mm} us={us} said={said} />}
      <div className={`flex gap-x-6 gap-y-2 ${bench.lengths ? 'flex-col' : 'flex-wrap'}`}>
        {!range && !bench.lengths && (
          <span className="basis-full text-small text-soft">
            Measure lengths, or set the range in the goal: fish compete with those of their size.
          </span>
        )}
        {(['small', 'large'] as const).map((size) => (
          <Cut
            key={size}
            {...{ size, bowl, fish, mine, onPut }}
            says={
              range
                ? size === 'small'
                  ? `below ${said(range.fromMm)} ${lengthUnit(us)}`
                  : `above ${said(range.toMm)} ${lengthUnit(us)}`
                : ''
            }
          />
        ))}
      </div>
    </section>
  );
}

function Lengths({
  bench,
  mm,
  us,
  said,
}: {
  bench: SelectionBenchView;
  mm: readonly number[];
  us: boolean;
  said: (v: number) => string;
}) {
  const act = useAct(setGoal);
  const range = rangeOf(bench.goal);
  const found = competitiveRange(mm, bench.scheme.lengthRatio)!;
  const [low, high] = [mm[0]!, mm.at(-1)!];
  const pad = Math.max(1, 0.04 * (high - low));
  const x = scaleLinear()
    .domain([low - pad, high + pad])
    .range([BOX.left, BOX.right]);
  const bins = x.ticks(40);
  const width = (bins[1] ?? high) - (bins[0] ?? low) || 1;
  const columns = bins.map((from) => ({ from, n: mm.filter((v) => v >= from && v < from + width).length }));
  const y = scaleLinear()
    .domain([0, Math.max(1, ...columns.map((c) => c.n))])
    .range([BOX.bottom, BOX.top]);
  const at = range ?? found;
  const inside = mm.filter((v) => v >= at.fromMm && v <= at.toMm).length;
  const unit = lengthUnit(us);
  return (
    <div>
      <Chart
        {...{ width: W, height: H, box: BOX, x, y }}
        says={`Lengths of ${mm.length} fish; those from ${said(at.fromMm)} to ${said(at.toMm)} ${unit} compete with each other`}
        table={{ head: ['length', 'fish'], rows: columns.filter((c) => c.n > 0).map((c) => [said(c.from), c.n]) }}
      >
        <rect
          x={x(at.fromMm)}
          width={Math.max(1, x(at.toMm) - x(at.fromMm))}
          y={BOX.top - 8}
          height={BOX.bottom - BOX.top + 8}
          fill="var(--deep)"
          opacity={0.12}
        />
        {columns.map((c) => (
          <rect
            key={c.from}
            x={x(c.from) + 0.5}
            width={Math.max(0.5, x(c.from + width) - x(c.from) - 1)}
            y={y(c.n)}
            height={BOX.bottom - y(c.n)}
            fill={c.from + width / 2 >= at.fromMm && c.from <= at.toMm ? 'var(--deep)' : 'var(--strong)'}
            opacity={0.55}
          />
        ))}
        <line x1={BOX.left} x2={BOX.right} y1={BOX.bottom} y2={BOX.bottom} stroke="var(--strong)" />
        <XAxis ticks={x.ticks(8).map((v) => ({ at: v, says: said(v) }))} />
      </Chart>
      <p className="flex flex-wrap items-baseline gap-x-3 text-small text-soft">
        <span>
          {said(at.fromMm)} to {said(at.toMm)} {unit}: {Math.round((100 * inside) / mm.length)} of 100 measured
          {range ? '' : `, the longest ${decimals(bench.scheme.lengthRatio, 1)} times the shortest: they compete`}
        </span>
        {!range && bench.is === 'open' && (
          <Button
            kind="link"
            disabled={act.busy}
            onClick={() =>
              void act.submit({
                selection: bench.id,
                ...bench.goal,
                fromMm: Math.floor(found.fromMm),
                toMm: Math.ceil(found.toMm),
              })
            }
          >
            cut here
          </Button>
        )}
        {act.refused && <span className="text-loss">{act.refused.message}</span>}
      </p>
    </div>
  );
}

/** Where those that are cut off usually go. */
const usual: Record<'small' | 'large', SelectionDecision> = { small: 'sell', large: 'sell' };

function Cut({
  size,
  says,
  bowl,
  fish,
  mine,
  onPut,
}: {
  size: 'small' | 'large';
  says: string;
  bowl: number;
  fish: readonly JudgedFish[];
  mine: (id: string) => boolean;
  onPut: (f: Omit<JudgedFish, 'nth' | 'at' | 'id'> & { id?: string }) => void;
}) {
  const [to, setTo] = useState<SelectionDecision>(usual[size]);
  const here = fish.filter((f) => f.bowl === bowl && f.reasons.length === 1 && f.reasons[0] === size);
  const n = here.reduce((s, f) => s + f.count, 0);
  const own = here.find((f) => f.decision === to && mine(f.id));
  const more = (by: number) =>
    onPut({
      ...(own ?? { ...nothingSaid, bowl, decision: to, reasons: [size] }),
      gone: own?.count === 1 && by < 0,
      count: Math.max(1, (own?.count ?? 0) + by),
    });
  const word = size === 'small' ? 'too small' : 'too large';
  return (
    <div className="flex items-center gap-2" data-cut={size}>
      <span className="w-28 flex-none">
        <b className="whitespace-nowrap">{word}</b> {says && <span className="block text-small text-soft">{says}</span>}
      </span>
      <Button aria-label={`one ${word} less`} disabled={!own} onClick={() => more(-1)}>
        <Minus size={16} aria-hidden />
      </Button>
      <b className="min-w-8 text-center text-lead tabular-nums">{n}</b>
      <Button aria-label={`one ${word}`} onClick={() => more(1)}>
        <Plus size={16} aria-hidden />
      </Button>
      <Select
        aria-label={`where those that are ${word} go`}
        value={to}
        className="w-36"
        onChange={(v) => setTo(v as SelectionDecision)}
        options={decisionWords
          .filter((d) => d.id === 'second' || d.id === 'sell' || d.id === 'undecided')
          .map((d) => ({ value: d.id, label: d.word }))}
      />
    </div>
  );
}
