'use client';

import { useState } from 'react';
import type { MeasurementInput } from '@/core/books/measure';
import { volumetricCount } from '@/core/eggs/volumetric';
import { ownRules } from '@/core/ownRules';
import { figures, grouped, withDoubt } from '@/core/quantities/format';
import { massEach } from '@/core/quantities/mass';
import { countByWeight } from '@/core/sampling/countByWeight';
import { FEWEST_BATCHES, meanWeight, outlyingBatches } from '@/core/sampling/meanWeight';
import { Choice } from '@/ui/fields';
import { useSession } from '../frame/session';
import { Worked } from '../frame/Working';
import { MeasureInput, measureOf, measureText, NumberInput, numberText, useShown, wholeOf } from './inputs';
import { emptyPairs, type Pair, PairRows, pairsText, readPairs } from './pairs';

export type Method = 'all' | 'counted' | 'weight' | 'volume' | 'estimated';
const words: Record<Method, string> = {
  all: 'all that is left',
  counted: 'counted',
  weight: 'weighed',
  volume: 'by volume',
  estimated: 'estimated',
};

export type HowManyValue = { method: Method; number: string; half: string; rows: Pair[]; total: string };
export const emptyHowMany = (method: Method): HowManyValue => ({
  method,
  number: '',
  half: '',
  rows: emptyPairs(),
  total: '',
});

/** How many, by any of the ways in which the trade measures; shows the number with its ± as it comes. */
export function HowManyInput({
  value,
  onChange,
  methods,
  error,
  what = 'animals',
}: {
  value: HowManyValue;
  onChange: (v: HowManyValue) => void;
  methods: readonly Method[];
  error?: string | null;
  what?: string;
}) {
  const set = (p: Partial<HowManyValue>) => onChange({ ...value, ...p });
  return (
    <div className="flex flex-col gap-2">
      {methods.length > 1 && (
        <Choice
          label="How many"
          value={value.method}
          onChange={(method) => set({ method })}
          options={methods.map((m) => ({ value: m, label: words[m] }))}
        />
      )}
      {value.method === 'all' && error && <span className="text-[0.87rem] text-loss">{error}</span>}
      {value.method === 'counted' && (
        <NumberInput
          label={`Number of ${what}`}
          value={value.number}
          onChange={(number) => set({ number })}
          error={error}
        />
      )}
      {value.method === 'estimated' && (
        <div className="grid grid-cols-2 gap-2">
          <NumberInput label="About" value={value.number} onChange={(number) => set({ number })} error={error} />
          <NumberInput label="give or take" value={value.half} onChange={(half) => set({ half })} />
        </div>
      )}
      {(value.method === 'weight' || value.method === 'volume') && (
        <SampleInputs value={value} set={set} error={error} />
      )}
    </div>
  );
}

function SampleInputs({
  value,
  set,
  error,
}: {
  value: HowManyValue;
  set: (p: Partial<HowManyValue>) => void;
  error?: string | null;
}) {
  const weight = value.method === 'weight';
  const dimension = weight ? 'mass' : 'volume';
  const { locale } = useSession();
  const shown = useShown()(dimension, true);
  const pairs = readPairs(value.rows, dimension, shown, locale);
  const flagged =
    weight && pairs?.every((p) => p.count > 0 && p.measure > 0)
      ? outlyingBatches(pairs.map((p) => ({ massG: p.measure, count: p.count })))
      : [];
  return (
    <>
      <PairRows
        label={weight ? 'Sample batches' : 'Volume samples'}
        dimension={dimension}
        first={weight ? 'mass' : 'volume'}
        rows={value.rows}
        onChange={(rows) => set({ rows })}
        error={error}
        flagged={flagged}
      />
      <MeasureInput
        label={weight ? 'All weighed' : 'Volume of all'}
        dimension={dimension}
        value={value.total}
        onChange={(total) => set({ total })}
      />
      <Outcome value={value} />
    </>
  );
}

/** The number as the samples give it, with its ±; says when the batches are settled. Its working opens on a click. */
export function Outcome({ value }: { value: HowManyValue }) {
  const { locale } = useSession();
  const unit = useShown();
  const m = readHowMany(value, locale, unit);
  if (!m || m === 'all' || (m.method !== 'volume' && m.method !== 'weight')) return null;
  if (m.method === 'volume') {
    const c = volumetricCount(m.samples, m.totalVolumeMl, 0);
    const d = withDoubt(c.eggs, c.eggs * c.relativeHalf);
    return (
      <div className="border-t border-rule pt-2" data-testid="outcome">
        <Worked request={{ id: 'eggs.volumetric', input: m }}>
          <span className="text-[1.35rem] font-bold">{d.number}</span>
          {d.half && <span className="ml-1 text-soft">±{d.half}</span>}
        </Worked>
        <span className="ml-3 text-soft">{grouped(c.perUnit * 1000)} a litre</span>
        {c.ratio.warnings.map((w) => (
          <p key={w} className="text-[0.9rem] text-careful">
            {w}
          </p>
        ))}
      </div>
    );
  }
  const c = countByWeight(m.batches, m.totalMassG);
  const d = withDoubt(c.number, c.number * c.relativeHalf);
  return (
    <div className="border-t border-rule pt-2" data-testid="outcome">
      <Worked request={{ id: 'count.byWeight', input: m }}>
        <span className="text-[1.35rem] font-bold">{d.number}</span>
        {d.half && <span className="ml-1 text-soft">±{d.half}</span>}
      </Worked>
      <MeanWeight batches={m.batches} />
    </div>
  );
}

/** The running mean of sample batches, and whether another batch is wanted. */
export function MeanWeight({ batches }: { batches: readonly { massG: number; count: number }[] }) {
  const us = useSession().units === 'us';
  if (batches.length === 0 || batches.some((b) => b.count <= 0 || b.massG <= 0)) return null;
  const r = meanWeight(batches);
  const share = r.half / r.ratio;
  const settled = batches.length >= FEWEST_BATCHES && share <= ownRules.settledShare.value;
  return (
    <p className="text-[0.95rem]" data-testid="mean-weight" data-settled={settled}>
      <Worked request={{ id: 'sample.meanWeight', input: { batches } }}>
        <span className="font-bold">{massEach(r.ratio, us)}</span>{' '}
        <span className="text-soft">{us ? `±${(100 * share).toPrecision(2)} %` : `±${figures(r.half, 2)} g each`}</span>
      </Worked>
      <span className={`ml-2 ${settled ? 'text-deep' : 'text-careful'}`}>
        {settled
          ? 'settled'
          : batches.length < FEWEST_BATCHES
            ? `not settled: ${FEWEST_BATCHES - batches.length} more ${FEWEST_BATCHES - batches.length === 1 ? 'batch' : 'batches'} at least`
            : `not settled: ±${(100 * share).toFixed(0)} %, weigh another`}
      </span>
    </p>
  );
}

/** The measurement that a value stands for; null while it is incomplete or cannot be read. */
export function readHowMany(
  v: HowManyValue,
  locale: string,
  unit: ReturnType<typeof useShown>,
): MeasurementInput | 'all' | null {
  if (v.method === 'all') return 'all';
  if (v.method === 'counted') {
    const n = wholeOf(v.number, locale).value;
    return n === null ? null : { method: 'counted', number: n };
  }
  if (v.method === 'estimated') {
    const n = wholeOf(v.number, locale).value;
    const half = wholeOf(v.half, locale).value;
    return n === null || half === null ? null : { method: 'estimated', number: n, half };
  }
  const weight = v.method === 'weight';
  const pairs = readPairs(v.rows, weight ? 'mass' : 'volume', unit(weight ? 'mass' : 'volume', true), locale);
  const total = measureOf(v.total, weight ? 'mass' : 'volume', unit(weight ? 'mass' : 'volume'), locale).value;
  if (!pairs || pairs.length === 0 || pairs.some((p) => p.measure <= 0) || total === null || total <= 0) return null;
  if (weight)
    return pairs.some((p) => p.count <= 0)
      ? null
      : { method: 'weight', batches: pairs.map((p) => ({ massG: p.measure, count: p.count })), totalMassG: total };
  return {
    method: 'volume',
    samples: pairs.map((p) => ({ volumeMl: p.measure, count: p.count })),
    totalVolumeMl: total,
  };
}

/** How many, as a command has it: measured, or all that is left, or a share of it. */
export type Amount =
  | { kind: 'all' }
  | { kind: 'share'; share: number }
  | { kind: 'measured'; measured: MeasurementInput };

/** As the `amount` of a move: all, or measured. */
export function amountPayload(m: MeasurementInput | 'all'): Amount {
  return m === 'all' ? { kind: 'all' } : { kind: 'measured', measured: m };
}

/** A measurement, filled into the fields that give it. */
export function howManyValue(
  m: MeasurementInput | 'all',
  locale: string,
  unit: ReturnType<typeof useShown>,
): HowManyValue {
  if (m === 'all') return emptyHowMany('all');
  const number = (n: number) => numberText(n, locale);
  switch (m.method) {
    case 'counted':
      return { ...emptyHowMany('counted'), number: number(m.number) };
    case 'estimated':
      return { ...emptyHowMany('estimated'), number: number(m.number), half: number(m.half) };
    case 'volume':
      return {
        ...emptyHowMany('volume'),
        rows: pairsText(
          m.samples.map((x) => ({ measure: x.volumeMl, count: x.count })),
          'volume',
          unit('volume', true),
          locale,
        ),
        total: measureText(m.totalVolumeMl, 'volume', unit('volume'), locale),
      };
    case 'weight':
    case 'buckets': {
      const total = m.method === 'weight' ? m.totalMassG : m.bucketsG.reduce((s, b) => s + b, 0);
      return {
        ...emptyHowMany('weight'),
        rows: pairsText(
          m.batches.map((x) => ({ measure: x.massG, count: x.count })),
          'mass',
          unit('mass', true),
          locale,
        ),
        total: measureText(total, 'mass', unit('mass'), locale),
      };
    }
  }
}

/** @param original what was measured when the entry was made, in a form that puts it right */
export function useHowMany(first: Method, original?: Amount | MeasurementInput | null) {
  const { locale } = useSession();
  const unit = useShown();
  const [value, setValue] = useState(() => {
    if (!original) return emptyHowMany(first);
    if ('method' in original) return howManyValue(original, locale, unit);
    if (original.kind === 'measured') return howManyValue(original.measured, locale, unit);
    return emptyHowMany(original.kind === 'all' ? 'all' : first);
  });
  return {
    value,
    setValue,
    read: () => readHowMany(value, locale, unit),
    reset: () => setValue(emptyHowMany(value.method)),
  };
}
