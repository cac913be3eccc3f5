import type { MeasurementInput } from '@/core/books/measurement';
import { decimalOf, measureOf, measureText, numberText, type Reader, type useShown, wholeOf } from '../inputs';
import { emptyPairs, type Pair, pairsText, readPairs } from './pairs';

export type Method = 'all' | 'counted' | 'weight' | 'volume' | 'trough' | 'displaced' | 'estimated';

export type HowManyValue = {
  method: Method;
  number: string;
  half: string;
  rows: Pair[];
  total: string;
  /** Of the trough: its length, the rows counted, the packing where this hatchery has its own. */
  length: string;
  counts: string;
  packing: string;
  /** Standard deviation of the packing, where it was learned. */
  packingSd: string;
};
export const emptyHowMany = (method: Method): HowManyValue => ({
  method,
  number: '',
  half: '',
  rows: emptyPairs(),
  total: '',
  length: '',
  counts: '',
  packing: '',
  packingSd: '',
});

/** Counts of rows, parted by spaces. */
export function rowCounts(text: string, locale: string): { counts: number[]; error: string | null } {
  const counts: number[] = [];
  for (const word of text.trim().split(/\s+/).filter(Boolean)) {
    const n = decimalOf(word, locale).value;
    if (n === null || n <= 0 || !Number.isInteger(2 * n))
      return { counts: [], error: `“${word}” is no count to the half egg` };
    counts.push(n);
  }
  return { counts, error: null };
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
  if (v.method === 'trough') {
    const { counts } = rowCounts(v.counts, locale);
    const troughLengthMm = measureOf(v.length, 'length', unit('length'), locale).value;
    const totalVolumeMl = measureOf(v.total, 'volume', unit('volume'), locale).value;
    const packing = decimalOf(v.packing, locale);
    if (!troughLengthMm || !totalVolumeMl || counts.length === 0 || packing.error) return null;
    return {
      method: 'trough',
      troughLengthMm,
      counts,
      totalVolumeMl,
      ...(packing.value === null ? {} : { packing: packing.value }),
      ...(packing.value !== null && Number(v.packingSd) > 0 ? { packingSd: Number(v.packingSd) } : {}),
    };
  }
  const weight = v.method === 'weight';
  const pairs = readPairs(v.rows, weight ? 'mass' : 'volume', unit(weight ? 'mass' : 'volume', true), locale);
  const total = measureOf(v.total, weight ? 'mass' : 'volume', unit(weight ? 'mass' : 'volume'), locale).value;
  if (!pairs || pairs.length === 0 || pairs.some((p) => p.measure <= 0) || total === null || total <= 0) return null;
  if (weight)
    return pairs.some((p) => p.count <= 0)
      ? null
      : { method: 'weight', batches: pairs.map((p) => ({ massG: p.measure, count: p.count })), totalMassG: total };
  if (v.method === 'displaced')
    return {
      method: 'displaced',
      samples: pairs.map((p) => ({ displacedMl: p.measure, count: p.count })),
      displacedMl: total,
    };
  return {
    method: 'volume',
    samples: pairs.map((p) => ({ volumeMl: p.measure, count: p.count })),
    totalVolumeMl: total,
  };
}

/** How many, in one way or in several that are reconciled; null while one of them is incomplete. */
export function readWays(
  ways: readonly HowManyValue[],
  { locale, shown }: Pick<Reader, 'locale' | 'shown'>,
): MeasurementInput | 'all' | null {
  const each = ways.map((w) => readHowMany(w, locale, shown));
  if (each.length === 1) return each[0]!;
  if (each.some((m) => m === null || m === 'all')) return null;
  return { method: 'combined', parts: each as Exclude<MeasurementInput, { method: 'combined' }>[] };
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

/** All that is left is a word of its own in some records: what their field for the number holds then. */
export const measuredOrAll = (sent: { all?: boolean; measured?: MeasurementInput }): MeasurementInput | undefined =>
  sent.all ? ('all' as never) : sent.measured;

/** The same on the way out: a number that was measured, or the word. */
export function allOrMeasured<I extends { all?: boolean | null; measured?: object | null }>({
  measured,
  ...input
}: I): I {
  return (measured as unknown) === 'all' ? ({ ...input, all: true } as I) : ({ ...input, all: false, measured } as I);
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
    case 'displaced':
      return {
        ...emptyHowMany('displaced'),
        rows: pairsText(
          m.samples.map((x) => ({ measure: x.displacedMl, count: x.count })),
          'volume',
          unit('volume', true),
          locale,
        ),
        total: measureText(m.displacedMl, 'volume', unit('volume'), locale),
      };
    case 'trough':
      return {
        ...emptyHowMany('trough'),
        length: measureText(m.troughLengthMm, 'length', unit('length'), locale),
        counts: m.counts.map(number).join(' '),
        packing: m.packing === undefined ? '' : number(m.packing),
        packingSd: m.packingSd ? String(m.packingSd) : '',
        total: measureText(m.totalVolumeMl, 'volume', unit('volume'), locale),
      };
    // The ways of a combined measurement stand each in their own fields (TwoWays).
    case 'combined':
      return howManyValue(m.parts[0]!, locale, unit);
  }
}
