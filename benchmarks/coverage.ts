import { run } from '@/core/calculation';
import { Chance } from '@/core/chance';
import { loadCalculation } from '@/core/registry';
import { DAY_MS } from '@/core/time/spans';

/** How often an interval held the truth, of how many; `why` where it is meant to hold it more or less often. */
export type Coverage = { what: string; held: number; runs: number; why: string | null; ok: boolean };

const RUNS = 4000;
/** What a claim of 95 % may come to; with 4 000 runs chance makes it 94.3 to 95.7. */
const [LEAST, MOST] = [0.94, 0.96];

type Calc = (input: unknown) => Record<string, number>;
type Trial = (c: Chance, calc: Calc) => { low: number; high: number; truth: number };
type Claim = { what: string; id: string; trial: Trial; why?: string; from?: number; to?: number };

const between = (o: Record<string, number>, truth: number) => ({ low: o.low!, high: o.high!, truth });
const successes = (c: Chance, n: number, p: number) => {
  let k = 0;
  for (let i = 0; i < n; i++) if (c.next() < p) k += 1;
  return k;
};
/** Batches of 60 whose mean mass scatters by a few per cent. */
const batches = (c: Chance, n: number, cv: number, mean = 0.4) =>
  Array.from({ length: n }, () => ({ massG: 60 * mean * c.normal(1, cv), count: 60 }));
/** Counts of small measures: so many a unit, scattered. */
const counted = (c: Chance, n: number, key: string, measure: number, perUnit: number, cv: number) =>
  Array.from({ length: n }, () => ({ [key]: measure, count: Math.round(measure * perUnit * c.normal(1, cv)) }));
const iso = (at: number) => new Date(at).toISOString();
const START = Date.parse('2031-11-01T08:00:00Z');

const claims: Claim[] = [
  ...[0.1, 0.5, 0.93].map(
    (p): Claim => ({
      what: `sample.proportion: ${p * 100} % of 120`,
      id: 'sample.proportion',
      trial: (c, calc) => between(calc({ successes: successes(c, 120, p), trials: 120 }), p),
      why: 'whole animals: the interval of Wilson holds more or less often from share to share, near 95 % on the mean',
      from: 0.93,
      to: 0.975,
    }),
  ),
  {
    what: 'sample.difference: 70 and 80 looked at',
    id: 'sample.difference',
    trial: (c, calc) =>
      between(
        calc({
          first: { successes: successes(c, 70, 0.8), trials: 70 },
          second: { successes: successes(c, 80, 0.6), trials: 80 },
        }),
        0.2,
      ),
    why: 'whole animals, as above',
    from: 0.935,
    to: 0.965,
  },
  ...[3, 8].map(
    (n): Claim => ({
      what: `sample.meanWeight: ${n} batches`,
      id: 'sample.meanWeight',
      trial: (c, calc) => between(calc({ batches: batches(c, n, 0.06) }), 0.4),
    }),
  ),
  {
    what: 'count.byWeight: 5 batches, the total doubtful too',
    id: 'count.byWeight',
    trial: (c, calc) => {
      const truth = 40_000;
      return between(
        calc({ batches: batches(c, 5, 0.05), totalMassG: truth * 0.4 * c.normal(1, 0.02), totalMassSdG: 320 }),
        truth,
      );
    },
    why: 'half-widths by Student’s t and by the normal are added in squares: a little too wide with few batches',
    to: 0.97,
  },
  {
    what: 'count.byBuckets: 5 batches, 3 buckets',
    id: 'count.byBuckets',
    trial: (c, calc) => {
      const buckets = [8000, 8000, 8000].map((g) => g + c.normal(0, 60));
      return between(calc({ batches: batches(c, 5, 0.05), bucketsG: buckets, bucketSdG: 60 }), 24_000 / 0.4);
    },
  },
  ...(
    [
      ['eggs.volumetric', 'volumeMl', 'totalVolumeMl', 10, 20.5, 3000],
      ['eggs.gravimetric', 'massG', 'totalMassG', 5, 20, 840],
      ['eggs.displacement', 'displacedMl', 'displacedMl', 20, 30, 420],
    ] as const
  ).map(
    ([id, key, total, measure, perUnit, amount]): Claim => ({
      what: `${id}: 4 samples`,
      id,
      trial: (c, calc) =>
        between(calc({ samples: counted(c, 4, key, measure, perUnit, 0.04), [total]: amount }), perUnit * amount),
    }),
  ),
  {
    what: 'eggs.trough: 5 rows of half eggs, packing known to 3 %',
    id: 'eggs.trough',
    trial: (c, calc) => {
      const diameter = 4.2;
      const packing = 0.6046;
      const counts = Array.from({ length: 5 }, () => Math.round(2 * (250 / diameter) * c.normal(1, 0.02)) / 2);
      const truth = ((packing * 1e6) / ((Math.PI * diameter ** 3) / 6)) * 3;
      return between(
        calc({
          troughLengthMm: 250,
          counts,
          totalVolumeMl: 3000,
          packing: packing * c.normal(1, 0.03),
          packingSd: packing * 0.03,
        }),
        truth,
      );
    },
    why: 'half-widths by Student’s t and by the normal are added in squares: a little too wide with few rows',
    to: 0.97,
  },
  {
    what: 'eggs.combine: two methods that are both right',
    id: 'eggs.combine',
    trial: (c, calc) =>
      between(
        calc({
          estimates: [
            { value: 1000 + c.normal(0, 50), sd: 50 },
            { value: 1000 + c.normal(0, 80), sd: 80 },
          ],
        }),
        1000,
      ),
    why: 'where two disagree by chance the doubt is widened, so it holds a little more often',
    to: 0.97,
  },
  ...[2, 12].map(
    (n): Claim => ({
      what: `incubation.yolkIndex: ${n} larvae`,
      id: 'incubation.yolkIndex',
      trial: (c, calc) =>
        between(
          calc({ larvae: Array.from({ length: n }, () => ({ massMg: 64, lengthMm: 40 / c.normal(2, 0.05) })) }),
          2,
        ),
    }),
  ),
  {
    what: 'books.census: the combined number',
    id: 'books.census',
    trial: (c, calc) => {
      const o = calc({
        book: { number: 24_000 + c.normal(0, 900), sd: 900 },
        count: { number: 24_000 + c.normal(0, 600), sd: 600 },
      }) as unknown as { combined: { low: number; high: number } };
      return { low: o.combined.low, high: o.combined.high, truth: 24_000 };
    },
  },
  {
    what: 'books.reconcile: the middle of three counts, with unseen loss',
    id: 'books.reconcile',
    trial: (c, calc) => {
      const laid = 60_000;
      const ponded = laid - 9000 - (500 + c.normal(0, 500));
      const graded = ponded - 1200 - (1500 + c.normal(0, 1000));
      const o = calc({
        points: [
          { id: 'laid', count: { number: laid + c.normal(0, 2660), sd: 2660 } },
          {
            id: 'ponded',
            from: [{ id: 'laid' }],
            knownLoss: 9000,
            unseen: { expected: 500, sd: 500 },
            count: { number: ponded + c.normal(0, 1500), sd: 1500 },
          },
          {
            id: 'graded',
            from: [{ id: 'ponded' }],
            knownLoss: 1200,
            unseen: { expected: 1500, sd: 1000 },
            count: { number: graded + c.normal(0, 400), sd: 400 },
          },
        ],
      }) as unknown as { points: { low: number; high: number }[] };
      return { low: o.points[1]!.low, high: o.points[1]!.high, truth: ponded };
    },
  },
  {
    what: 'sample.compare: one of six groups of two units',
    id: 'sample.compare',
    trial: (c, calc) => {
      const share = (logit: number) => 1 / (1 + Math.exp(-logit));
      const levels = Array.from({ length: 6 }, () => c.normal(1.5, 0.6));
      const units = levels.flatMap((level, g) =>
        [0, 1].map(() => ({
          group: `F${g}`,
          successes: successes(c, 100, share(level + c.normal(0, 0.2))),
          trials: 100,
        })),
      );
      const o = calc({ units }) as unknown as { groups: { group: string; low: number; high: number }[] };
      return { ...o.groups.find((g) => g.group === 'F0')!, truth: share(levels[0]!) };
    },
    why: 'the scatter between groups is learned from six of them',
    from: 0.93,
    to: 0.98,
  },
  {
    what: 'books.survival: 78 % of 61 500',
    id: 'books.survival',
    trial: (c, calc) =>
      between(
        calc({
          start: { number: 61_500 + c.normal(0, 2100), sd: 2100 },
          end: { number: 48_000 + c.normal(0, 900), sd: 900 },
        }),
        48_000 / 61_500,
      ),
  },
  {
    what: 'development.predict: hatch, two phases',
    id: 'development.predict',
    trial: (c, calc) => {
      // Each phase needs its sum times a lognormal factor; at 5 °C a degree-day takes a fifth of a day.
      const need = [220, 220].map((s) => s * Math.exp(c.normal(0, 0.05)));
      const o = calc({
        phases: ['eyed', 'hatched'].map((stage) => ({
          stage,
          model: { kind: 'degreeDays', sum: 220, base: 0 },
          cv: 0.05,
        })),
        start: iso(START),
        temperatures: [
          { at: iso(START), celsius: 5 },
          { at: iso(START + 10 * DAY_MS), celsius: 5 },
        ],
      }) as unknown as { stages: { low: string; high: string }[] };
      const { low, high } = o.stages[1]!;
      return { low: Date.parse(low), high: Date.parse(high), truth: START + ((need[0]! + need[1]!) / 5) * DAY_MS };
    },
  },
  {
    what: 'development.calibrate: the factor, after four lots',
    id: 'development.calibrate',
    trial: (c, calc) => {
      const factor = Math.exp(c.normal(0, 0.06));
      const observations = Array.from({ length: 4 }, () => ({
        predictedDays: 100,
        observedDays: 100 * factor * Math.exp(c.normal(0, 0.03)),
        sd: 0.03,
      }));
      return between(calc({ prior: { cv: 0.06 }, observations }), factor);
    },
  },
];

/** Simulates every claim of an interval, by one seed. */
export async function coverage(say: (text: string) => void, runs = RUNS, seed = 1): Promise<Coverage[]> {
  const out: Coverage[] = [];
  for (const claim of claims) {
    const calculation = await loadCalculation(claim.id);
    if (!calculation) throw new Error(`there is no calculation ${claim.id}`);
    const calc: Calc = (input) => run(calculation, input) as Record<string, number>;
    const chance = new Chance(seed);
    let held = 0;
    for (let i = 0; i < runs; i++) {
      const { low, high, truth } = claim.trial(chance, calc);
      if (low <= truth && truth <= high) held += 1;
    }
    const share = held / runs;
    const ok = share >= (claim.from ?? LEAST) && share <= (claim.to ?? MOST);
    out.push({ what: claim.what, held, runs, why: claim.why ?? null, ok });
    say(`${claim.what}: ${(100 * share).toFixed(2)} % of ${runs}${ok ? '' : ', not as claimed'}`);
  }
  return out;
}

/** As a table: coverage, runs, and the reason where it is not 94 to 96 %. */
export const coverageTable = (list: readonly Coverage[]): string =>
  [
    '| interval of 95 % | held | runs | | meant so because |',
    '|---|---|---|---|---|',
    ...list.map(
      (c) =>
        `| ${c.what} | ${((100 * c.held) / c.runs).toFixed(1)} % | ${c.runs} | ${c.ok ? 'met' : 'missed'} | ${c.why ?? ''} |`,
    ),
  ].join('\n');
