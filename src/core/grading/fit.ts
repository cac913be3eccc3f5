import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { studentQuantile } from '../distributions';
import { lengthOf } from '../feeding/pellet';

/** A normal component of a mixture of lengths. */
export type Component = { share: number; meanMm: number; sdMm: number };

export type Fit = {
  components: Component[];
  /** Bayesian information criterion of one, two and three components, as far as they were tried. */
  bic: number[];
};

/** At most so many components: more are noise in any sample that hands measure. */
const MOST_COMPONENTS = 3;
/**
 * A component is no narrower than this share of the spread of all: lengths read to the half millimetre heap, and a heap is
 * no group of fish. Nor narrower than so much of its mean.
 */
const NARROWEST_OF_ALL = 0.3;
const NARROWEST = 0.01;
/** Each component holds at least so many animals. */
const FEWEST = 3;
const MOST_STEPS = 300;
/** Animals of which equal ones are counted together while fitting: lengths are binned to this share of their spread. */
const BINS = 160;

/** Moments of a sample: n, mean, sd (n − 1), skewness and kurtosis of the sample. */
export function momentsOf(list: readonly number[]) {
  const n = list.length;
  const mean = list.reduce((s, x) => s + x, 0) / n;
  let [m2, m3, m4] = [0, 0, 0];
  for (const x of list) {
    const d = x - mean;
    m2 += d * d;
    m3 += d * d * d;
    m4 += d * d * d * d;
  }
  const sd = n > 1 ? Math.sqrt(m2 / (n - 1)) : 0;
  const v = m2 / n;
  return {
    n,
    mean,
    sd,
    skewness: v > 0 ? m3 / n / v ** 1.5 : 0,
    kurtosis: v > 0 ? m4 / n / v ** 2 : 3,
  };
}

/**
 * Coefficient of variation with its interval: the delta method on its logarithm with the sample's own skewness and
 * kurtosis, so that it holds for lengths in two groups as well as for even ones; below thirty animals, which tell nothing
 * of kurtosis, never narrower than normal lengths would give. Student's t on n − 1. Null ends below three animals.
 */
export function cvInterval(list: readonly number[], confidence = 0.95) {
  const m = momentsOf(list);
  const cv = m.sd / m.mean;
  if (m.n < 3 || cv <= 0) return { cv, sd: 0, low: null, high: null };
  const own = (m.kurtosis - 1) / (4 * m.n) + cv ** 2 / m.n - (m.skewness * cv) / m.n;
  const normal = 1 / (2 * (m.n - 1)) + cv ** 2 / m.n;
  const se = Math.sqrt(m.n < TELLING ? Math.max(own, normal) : own);
  const factor = Math.exp(studentQuantile(1 - (1 - confidence) / 2, m.n - 1) * se);
  return { cv, sd: cv * se, low: cv / factor, high: cv * factor };
}

/** Fewer say nothing of kurtosis. */
const TELLING = 30;

/** Lengths counted into narrow bins: a fit of thousands walks a few hundred. */
function binned(list: readonly number[]): { x: Float64Array; w: Float64Array; n: number } {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const v of list) {
    if (v < low) low = v;
    if (v > high) high = v;
  }
  const width = (high - low) / BINS;
  if (list.length <= BINS || width <= 0)
    return { x: Float64Array.from(list), w: new Float64Array(list.length).fill(1), n: list.length };
  const sum = new Float64Array(BINS);
  const count = new Float64Array(BINS);
  for (const v of list) {
    const b = Math.min(BINS - 1, Math.floor((v - low) / width));
    sum[b]! += v;
    count[b]! += 1;
  }
  const at = [...count.keys()].filter((b) => count[b]! > 0);
  return {
    x: Float64Array.from(at, (b) => sum[b]! / count[b]!),
    w: Float64Array.from(at, (b) => count[b]!),
    n: list.length,
  };
}

/** One run of expectation and maximisation (Dempster, Laird and Rubin 1977) from given components. */
function run(
  data: { x: Float64Array; w: Float64Array; n: number },
  begin: readonly Component[],
  leastSd: number,
): { components: Component[]; logL: number } {
  let components = begin.map((c) => ({ ...c }));
  const k = components.length;
  const parts = new Float64Array(k);
  let before = Number.NEGATIVE_INFINITY;
  let logL = before;
  for (let step = 0; step < MOST_STEPS; step++) {
    const n0 = new Float64Array(k);
    const n1 = new Float64Array(k);
    const n2 = new Float64Array(k);
    logL = 0;
    for (let i = 0; i < data.x.length; i++) {
      const x = data.x[i]!;
      let all = 0;
      for (let j = 0; j < k; j++) {
        const c = components[j]!;
        const z = (x - c.meanMm) / c.sdMm;
        parts[j] = (c.share * Math.exp((-z * z) / 2)) / c.sdMm;
        all += parts[j]!;
      }
      if (all <= 0) all = Number.MIN_VALUE;
      logL += data.w[i]! * Math.log(all / Math.sqrt(2 * Math.PI));
      for (let j = 0; j < k; j++) {
        const r = (data.w[i]! * parts[j]!) / all;
        n0[j]! += r;
        n1[j]! += r * x;
        n2[j]! += r * x * x;
      }
    }
    components = components.map((c, j) => {
      if (n0[j]! <= 0) return { ...c, share: 0 };
      const mean = n1[j]! / n0[j]!;
      const sd = Math.sqrt(Math.max(0, n2[j]! / n0[j]! - mean * mean));
      return { share: n0[j]! / data.n, meanMm: mean, sdMm: Math.max(sd, leastSd) };
    });
    // A thousandth of a unit moves no choice between numbers of groups.
    if (logL - before < 1e-3) break;
    before = logL;
  }
  return { components, logL };
}

/** Begins of k components: between quantiles of the lengths, evenly and with a thin upper or lower tail. */
function begins(list: readonly number[], k: number): Component[][] {
  const sorted = [...list].sort((a, b) => a - b);
  const n = sorted.length;
  const cuts: number[][] =
    k === 2
      ? [[0.5], [0.85], [0.15], [0.95]]
      : [
          [0.33, 0.67],
          [0.15, 0.85],
          [0.6, 0.92],
          [0.08, 0.5],
        ];
  return cuts.map((at) => {
    const edges = [0, ...at.map((q) => Math.round(q * n)), n];
    return edges.slice(1).map((b, i) => {
      const part = sorted.slice(edges[i], Math.max(b, edges[i]! + 1));
      const m = momentsOf(part);
      return { share: part.length / n, meanMm: m.mean, sdMm: Math.max(m.sd, NARROWEST * m.mean) };
    });
  });
}

/**
 * Lengths as one to three normal components: the most likely fit of each number from several begins, chosen by the
 * Bayesian information criterion (Schwarz 1978). Ascending by mean. Components that hold fewer than three animals, or
 * lie within half a standard deviation of each other, are no groups.
 */
export function fitLengths(lengthsMm: readonly number[]): Fit {
  const one = momentsOf(lengthsMm);
  const n = one.n;
  const data = binned(lengthsMm);
  const sd1 = Math.max(one.n > 1 ? one.sd * Math.sqrt((n - 1) / n) : 0, NARROWEST * one.mean);
  const leastSd = Math.max(NARROWEST * one.mean, NARROWEST_OF_ALL * sd1);
  const single = run(data, [{ share: 1, meanMm: one.mean, sdMm: sd1 }], leastSd);
  const bicOf = (logL: number, k: number) => -2 * logL + (3 * k - 1) * Math.log(n);
  let best = { components: [{ share: 1, meanMm: one.mean, sdMm: sd1 }], bic: bicOf(single.logL, 1) };
  const bic = [best.bic];
  for (let k = 2; k <= MOST_COMPONENTS && n >= 8 * k; k++) {
    const runs = begins(lengthsMm, k)
      .map((b) => run(data, b, leastSd))
      .filter(({ components }) => areGroups(components, n));
    if (runs.length === 0) break;
    const top = runs.reduce((a, r) => (r.logL > a.logL ? r : a));
    const value = bicOf(top.logL, k);
    bic.push(value);
    if (value < best.bic) best = { components: top.components, bic: value };
  }
  return { components: [...best.components].sort((a, b) => a.meanMm - b.meanMm), bic };
}

function areGroups(components: readonly Component[], n: number): boolean {
  const sorted = [...components].sort((a, b) => a.meanMm - b.meanMm);
  return sorted.every(
    (c, i) =>
      c.share * n >= FEWEST &&
      (i === 0 || c.meanMm - sorted[i - 1]!.meanMm > 0.5 * Math.min(c.sdMm, sorted[i - 1]!.sdMm)),
  );
}

export const calculation = defineCalculation({
  id: 'grade.fit',
  title: 'How sizes lie',
  asks: 'So many were measured: how even are they, and are there groups among them?',
  input: z
    .strictObject({
      lengthsMm: z.array(schema.positive).min(2, 'needs at least two').max(100_000, 'are too many').optional(),
      massesG: z.array(schema.positive).min(2, 'needs at least two').max(100_000, 'are too many').optional(),
      /** Fulton's factor, by which masses are read as lengths. */
      k: schema.positive.optional(),
      confidence: schema.confidence,
    })
    .refine((i) => (i.lengthsMm === undefined) !== (i.massesG === undefined), {
      path: ['lengthsMm'],
      error: 'give either lengths or masses',
    })
    .refine((i) => i.massesG === undefined || i.k !== undefined, {
      path: ['k'],
      error: 'is needed to read masses as lengths',
    })
    .refine((i) => i.lengthsMm === undefined || i.k === undefined, { path: ['k'], error: 'goes with masses alone' }),
  output: z.strictObject({
    n: z.number(),
    meanMm: z.number(),
    sdMm: z.number(),
    cv: z.number(),
    cvLow: z.number().nullable(),
    cvHigh: z.number().nullable(),
    components: z.array(z.strictObject({ share: z.number(), meanMm: z.number(), sdMm: z.number() })),
    bic: z.array(z.number()),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const list = lengthsOf(i);
    const m = momentsOf(list);
    const cv = cvInterval(list, i.confidence);
    const fit = fitLengths(list);
    const warnings = [
      ...(m.n < FEW ? [`${m.n} measured say little of the tails: ${FEW} or more show shooters and runts`] : []),
      ...(m.sd === 0 ? ['all are of one length: measured, or copied down?'] : []),
    ];
    return {
      n: m.n,
      meanMm: m.mean,
      sdMm: m.sd,
      cv: cv.cv,
      cvLow: cv.low,
      cvHigh: cv.high,
      ...fit,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'cv = sd / mean; groups by the most likely mixture of normal distributions, chosen by BIC',
    steps: [{ name: 'cv', says: 'spread as a share of the mean', expression: `${o.sdMm} / ${o.meanMm}`, value: o.cv }],
    notes: [
      `${o.n} lengths, mean ${o.meanMm.toPrecision(4)} mm.`,
      `BIC of ${o.bic.map((b, k) => `${k + 1}: ${b.toFixed(1)}`).join('; ')}. The lowest is taken.`,
      ...(i.massesG ? [`Lengths from masses by K = ${i.k}: L = (10⁵ W / K)^⅓.`] : []),
    ],
  }),
  source:
    'Mixtures: Dempster, Laird and Rubin 1977, Journal of the Royal Statistical Society B 39; BIC: Schwarz 1978, Annals of Statistics 6; spread: delta method',
  validWhen: 'The sample is a fair dip: not the slow ones at the surface, not the large ones that are easy to net.',
  cautions: ['A seine or a lamp picks sizes: sample by lift net from several places.'],
  example: {
    lengthsMm: [21, 22, 22, 23, 23, 24, 24, 24, 25, 25, 26, 26, 27, 27, 28, 29, 31, 38, 40, 42],
  },
});

const lengthsOf = (i: { lengthsMm?: number[]; massesG?: number[]; k?: number }): number[] =>
  i.lengthsMm ?? i.massesG!.map((w) => lengthOf(w, i.k!));

/** Of fewer, two in a hundred are seen less often than not. */
const FEW = 50;
