import type { MeasurementInput } from '@/core/books/measurement';
import { decimalOf, measureOf, measureText, numberText, type Reader, type useShown, wholeOf } from '../inputs';
import { emptyPairs, type Pair, pairsText, readPairs } from './pairs';

export type Method =
  | 'all'
  | 'counted'
  | 'weight'
  | 'buckets'
  | 'volume'
  | 'trough'
  | 'displaced'
  | 'splitter'
  | 'counter'
  | 'recapture'
  | 'estimated';

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
  /** Buckets weighed one after the other. */
  buckets: string;
  /** Water weighed along, per cent of the total, and its deviation. */
  water: string;
  waterSd: string;
  /** Of a splitter: per cent that goes aside, and its deviation. */
  share: string;
  shareSd: string;
  /** Of a device: passes as it counted them and as hands did, “482/500”. */
  checks: string;
  /** Of two catches: marked in the first, caught in the second, of these with a mark. */
  marked: string;
  recaptured: string;
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
  buckets: '',
  water: '',
  waterSd: '',
  share: '',
  shareSd: '',
  checks: '',
  marked: '',
  recaptured: '',
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

/** Passes of a device, “482/500”: as it counted and as hands did. */
export function deviceChecks(text: string): { checks: { device: number; hand: number }[]; error: string | null } {
  const checks: { device: number; hand: number }[] = [];
  for (const word of text
    .trim()
    .split(/[\s,;]+/)
    .filter(Boolean)) {
    const pair = /^(\d+)\/(\d+)$/.exec(word);
    if (!pair || Number(pair[1]) < 1 || Number(pair[2]) < 1)
      return {
        checks: [],
        error: `“${word}” is no pass: write what the device counted and what hands did, as 482/500`,
      };
    checks.push({ device: Number(pair[1]), hand: Number(pair[2]) });
  }
  return { checks, error: null };
}

/** Figures of a list, parted by spaces or lines; null where one of them cannot be read. */
export function listOf(text: string, read: (word: string) => number | null): number[] | null {
  const all = text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean)
    .map(read);
  return all.every((x): x is number => x !== null && x > 0) ? all : null;
}

/** Per cent as a share; undefined where nothing stands there, null where it cannot be read. */
function shareOf(text: string, locale: string): number | undefined | null {
  if (text.trim() === '') return undefined;
  const v = decimalOf(text, locale).value;
  return v === null ? null : v / 100;
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
  if (v.method === 'recapture') {
    const [marked, caught, recaptured] = [v.marked, v.number, v.recaptured].map((x) => wholeOf(x, locale).value);
    if (!marked || !caught || recaptured == null || recaptured > Math.min(marked, caught)) return null;
    return { method: 'recapture', marked, caught, recaptured };
  }
  if (v.method === 'counter') {
    const counted = wholeOf(v.number, locale).value;
    const { checks } = deviceChecks(v.checks);
    return counted === null || checks.length === 0 ? null : { method: 'counter', counted, checks };
  }
  if (v.method === 'splitter') {
    const counted = wholeOf(v.number, locale).value;
    const share = shareOf(v.share, locale);
    const shareSd = shareOf(v.shareSd, locale);
    if (counted === null || !share || share > 1 || shareSd === null) return null;
    return { method: 'splitter', counted, share, ...(shareSd === undefined ? {} : { shareSd }) };
  }
  if (v.method === 'buckets') {
    const batches = readPairs(v.rows, 'mass', unit('mass', true), locale);
    const bucketsG = listOf(v.buckets, (w) => measureOf(w, 'mass', unit('mass'), locale).value);
    const water = waterOf(v, locale);
    if (!batches || batches.length === 0 || batches.some((p) => p.measure <= 0 || p.count <= 0)) return null;
    if (!bucketsG || bucketsG.length === 0 || !water) return null;
    return {
      method: 'buckets',
      batches: batches.map((p) => ({ massG: p.measure, count: p.count })),
      bucketsG,
      ...water,
    };
  }
  const weight = v.method === 'weight';
  const pairs = readPairs(v.rows, weight ? 'mass' : 'volume', unit(weight ? 'mass' : 'volume', true), locale);
  const total = measureOf(v.total, weight ? 'mass' : 'volume', unit(weight ? 'mass' : 'volume'), locale).value;
  if (!pairs || pairs.length === 0 || pairs.some((p) => p.measure <= 0) || total === null || total <= 0) return null;
  if (weight) {
    const water = waterOf(v, locale);
    return pairs.some((p) => p.count <= 0) || !water
      ? null
      : {
          method: 'weight',
          batches: pairs.map((p) => ({ massG: p.measure, count: p.count })),
          totalMassG: total,
          ...water,
        };
  }
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

/** Water that came along, as a measurement has it; null where it cannot be read. */
function waterOf(v: HowManyValue, locale: string): { carriedShare?: number; carriedSd?: number } | null {
  const [share, sd] = [shareOf(v.water, locale), shareOf(v.waterSd, locale)];
  if (share === null || sd === null || (share !== undefined && (share < 0 || share >= 1))) return null;
  return { ...(share ? { carriedShare: share } : {}), ...(share && sd ? { carriedSd: sd } : {}) };
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
    case 'buckets':
      return {
        ...emptyHowMany(m.method),
        rows: pairsText(
          m.batches.map((x) => ({ measure: x.massG, count: x.count })),
          'mass',
          unit('mass', true),
          locale,
        ),
        ...(m.method === 'weight'
          ? { total: measureText(m.totalMassG, 'mass', unit('mass'), locale) }
          : { buckets: m.bucketsG.map((g) => measureText(g, 'mass', unit('mass'), locale)).join(' ') }),
        ...(m.carriedShare ? { water: number(100 * m.carriedShare) } : {}),
        ...(m.carriedSd ? { waterSd: number(100 * m.carriedSd) } : {}),
      };
    case 'splitter':
      return {
        ...emptyHowMany('splitter'),
        number: number(m.counted),
        share: number(100 * m.share),
        ...(m.shareSd ? { shareSd: number(100 * m.shareSd) } : {}),
      };
    case 'counter':
      return {
        ...emptyHowMany('counter'),
        number: number(m.counted),
        checks: m.checks.map((c) => `${c.device}/${c.hand}`).join(' '),
      };
    case 'recapture':
      return {
        ...emptyHowMany('recapture'),
        marked: number(m.marked),
        number: number(m.caught),
        recaptured: number(m.recaptured),
      };
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
