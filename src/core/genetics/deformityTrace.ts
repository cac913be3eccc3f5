import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';
import { chiSquareUpper, normalQuantile, studentQuantile, studentTwoSided } from '../distributions';

const sample = z
  .strictObject({
    label: z.string().optional(),
    looked: schema.count.min(1, 'needs at least one looked at'),
    deformed: schema.count,
    /** The share that each parent has in the lot sampled: a mother of half the eggs 0.5. */
    shares: z.array(
      z.strictObject({
        id: z.string().min(1, 'needs a name'),
        share: z.number().min(0).max(1),
        as: z.enum(['mother', 'father'], { error: 'is mother or father' }).optional(),
      }),
    ),
  })
  .refine((s) => s.deformed <= s.looked, { path: ['deformed'], error: 'cannot be more than were looked at' });

const input = z.strictObject({
  samples: z.array(sample).min(1, 'needs at least one sample').max(5000),
  /** Of the parents named as standing out, the share that may be there by chance. */
  falseDiscovery: z.number().gt(0, 'must be above 0').lt(1, 'must be below 1').default(0.05),
  confidence: schema.confidence,
});
type Input = z.output<typeof input>;

const parent = z.strictObject({
  id: z.string(),
  /** It and those of its sex whose offspring always stand together with its own: they are traced as one. */
  ids: z.array(z.string()),
  /** Deformed among its offspring, were they looked at alone. */
  rate: z.number(),
  low: z.number(),
  high: z.number(),
  /** Samples that hold its offspring, and how many of its own offspring these amount to. */
  samples: z.number(),
  offspring: z.number(),
  /** Chance of so strong a link were there none; `adjusted` allows for all parents compared. Null: cannot be told. */
  p: z.number().nullable(),
  adjusted: z.number().nullable(),
  standsOut: z.boolean(),
  /** Others that cannot be told from it: their shares go up and down together in all samples. */
  like: z.array(z.string()),
});

/** Residual scatter that chance alone would show less often than this is one of the lots' own. */
const WILD = 0.2;
/** Below so many samples the scatter between them is not known, and none is named. */
const LEAST_SAMPLES = 4;

type Sums = { N: number; Y: number; mean: number; variance: number; chiSquare: number };

function sumsOf(samples: Input['samples']): Sums {
  const N = samples.reduce((s, x) => s + x.looked, 0);
  const Y = samples.reduce((s, x) => s + x.deformed, 0);
  const mean = Y / N;
  const variance = mean * (1 - mean);
  const chiSquare =
    variance === 0 ? 0 : samples.reduce((s, x) => s + (x.deformed - x.looked * mean) ** 2 / (x.looked * variance), 0);
  return { N, Y, mean, variance, chiSquare };
}

type Traced = z.output<typeof parent> & { w: number[]; slope: number; spread: number; own: number; factor: number };

/** The share of some parents, taken together, in each sample. */
const shareOf = (samples: Input['samples'], ids: readonly string[]): number[] =>
  samples.map((s) => s.shares.reduce((sum, x) => sum + (ids.includes(x.id) ? x.share : 0), 0));

/** Parents of one sex whose offspring always stand together, in the same proportion, as one. */
function groupsOf(samples: Input['samples']): string[][] {
  const sexes = new Map(samples.flatMap((s) => s.shares.filter((x) => x.share > 0).map((x) => [x.id, x.as ?? ''])));
  const groups: { sex: string; ids: string[]; w: number[] }[] = [];
  for (const [id, sex] of sexes) {
    const w = shareOf(samples, [id]);
    const found = groups.find((g) => g.sex === sex && sex !== '' && alike(g.w, w));
    if (found) found.ids.push(id);
    else groups.push({ sex, ids: [id], w });
  }
  return groups.map((g) => g.ids);
}

function trace(samples: Input['samples'], ids: readonly string[], t: Sums, confidence: number): Traced {
  const w = shareOf(samples, ids);
  const own = samples.reduce((s, x, i) => s + x.looked * w[i]!, 0) / t.N;
  const spread = samples.reduce((s, x, i) => s + x.looked * (w[i]! - own) ** 2, 0);
  const base = {
    id: ids[0]!,
    ids: [...ids],
    samples: w.filter((x) => x > 0).length,
    offspring: own * t.N,
    like: [],
    adjusted: null,
    standsOut: false,
    w,
    spread,
    own,
  };
  // Its share is the same in every sample: nothing tells it from the rest.
  if (spread < 1e-9 * t.N) {
    const r = shareInterval(t.mean, t.N / Math.max(1, t.chiSquare / Math.max(1, samples.length - 1)), confidence);
    return { ...base, rate: t.mean, ...r, p: null, slope: 0, factor: 1 };
  }
  const slope = samples.reduce((s, x, i) => s + (w[i]! - own) * (x.deformed - x.looked * t.mean), 0) / spread;
  const df = samples.length - 2;
  const explained = t.variance === 0 ? 0 : (slope ** 2 * spread) / t.variance;
  const factor = df < 1 ? 1 : Math.max(1, (t.chiSquare - explained) / df);
  const rate = Math.min(1, Math.max(0, t.mean + slope * (1 - own)));
  // As many fish of its own as would tell its rate so well.
  const effective = 1 / (factor * (1 / t.N + (1 - own) ** 2 / spread));
  // Where lots scatter for reasons of their own, the ranks must say so too.
  const wild = df > 0 && chiSquareUpper(factor * df, df) < WILD;
  const p =
    samples.length < LEAST_SAMPLES || t.variance === 0
      ? null
      : wild
        ? Math.max(trendP(samples, w), rankP(samples, w))
        : trendP(samples, w);
  return { ...base, rate, ...shareInterval(rate, effective, confidence, df), p, slope, factor };
}

/**
 * Two-sided p of a trend in shares over w: weighted regression of the angles (Anscombe 1948: asin √((y + 3/8)/(n + 3/4)),
 * variance 1/(4n + 2)), which scatter evenly where the shares themselves lean to one side; residual scatter at least 1.
 */
function trendP(samples: Input['samples'], w: readonly number[]): number {
  const angle = samples.map((s) => Math.asin(Math.sqrt((s.deformed + 3 / 8) / (s.looked + 3 / 4))));
  const weight = samples.map((s) => 4 * s.looked + 2);
  const all = weight.reduce((s, x) => s + x, 0);
  const meanOf = (v: readonly number[]) => v.reduce((s, x, i) => s + x * weight[i]!, 0) / all;
  const [mw, ma] = [meanOf(w), meanOf(angle)];
  const cross = (a: readonly number[], ma: number, b: readonly number[], mb: number) =>
    weight.reduce((s, x, i) => s + x * (a[i]! - ma) * (b[i]! - mb), 0);
  const explained = cross(w, mw, angle, ma) ** 2 / cross(w, mw, w, mw);
  const df = samples.length - 2;
  const factor = Math.max(1, (cross(angle, ma, angle, ma) - explained) / df);
  return studentTwoSided(Math.sqrt(explained / factor), df);
}

/**
 * The same on the ranks of the samples, as normal scores (van der Waerden 1952): lots that differ for reasons of their
 * own lean far to one side, and one wild lot makes no trend of whoever happens to stand in it.
 */
function rankP(samples: Input['samples'], w: readonly number[]): number {
  const n = samples.length;
  const shares = samples.map((s) => (s.deformed + 3 / 8) / (s.looked + 3 / 4));
  const order = shares.map((_, i) => i).sort((a, b) => shares[a]! - shares[b]!);
  const score = new Array<number>(n).fill(0);
  for (let k = 0; k < n; ) {
    let end = k;
    while (end + 1 < n && shares[order[end + 1]!] === shares[order[k]!]) end += 1;
    // Those that tie share the middle of their ranks.
    const z = normalQuantile(((k + end) / 2 + 1) / (n + 1));
    for (let x = k; x <= end; x++) score[order[x]!] = z;
    k = end + 1;
  }
  const mean = w.reduce((a, b) => a + b, 0) / n;
  const across = w.reduce((a, x) => a + (x - mean) ** 2, 0);
  const total = score.reduce((a, z) => a + z * z, 0);
  if (across === 0 || total === 0) return 1;
  const r = w.reduce((a, x, i) => a + (x - mean) * score[i]!, 0) / Math.sqrt(across * total);
  return studentTwoSided(r * Math.sqrt((n - 2) / Math.max(1e-12, 1 - r * r)), n - 2);
}

/** Wilson's interval for a share from `n` fish, whole or not; by Student's t where the scatter was estimated. */
function shareInterval(share: number, n: number, confidence: number, df = Number.POSITIVE_INFINITY) {
  const z2 = studentQuantile(1 - (1 - confidence) / 2, Math.max(1, df)) ** 2;
  const centre = (share * n + z2 / 2) / (n + z2);
  const half = (Math.sqrt(z2) / (n + z2)) * Math.sqrt(n * share * (1 - share) + z2 / 4);
  return { low: Math.max(0, centre - half), high: Math.min(1, centre + half) };
}

/** Benjamini and Hochberg's adjusted p, in the order given. */
export function adjustedForMany(p: readonly number[]): number[] {
  const order = p.map((_, i) => i).sort((a, b) => p[b]! - p[a]!);
  const out = p.map(() => 1);
  let least = 1;
  order.forEach((i, k) => {
    least = Math.min(least, (p[i]! * p.length) / (p.length - k));
    out[i] = least;
  });
  return out;
}

/** Whether one goes in proportion to the other. */
function alike(a: readonly number[], b: readonly number[]): boolean {
  const dot = (x: readonly number[], y: readonly number[]) => x.reduce((s, v, i) => s + v * y[i]!, 0);
  return dot(a, b) ** 2 > (1 - 1e-9) * dot(a, a) * dot(b, b);
}

export const deformityTrace = defineCalculation({
  id: 'genetics.deformities',
  title: 'Deformities by parent',
  asks: 'So many deformed in these samples, of these parents: whose offspring stand out, after allowing for how many were compared?',
  input,
  output: z.strictObject({
    rate: z.number(),
    low: z.number(),
    high: z.number(),
    /** How much wilder the samples scatter than chance: 1 as chance does. */
    scatter: z.number(),
    parents: z.array(parent),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    i.samples.forEach((s, k) => {
      const sum = s.shares.reduce((x, y) => x + y.share, 0);
      // Each fish has a mother and a father, so the shares of both together make 2 at most.
      if (sum > 2 + 1e-6)
        throw new CalculationError(
          'shares',
          `samples[${k}].shares`,
          'make more than all mothers and all fathers together',
        );
    });
    const t = sumsOf(i.samples);
    const scatter = i.samples.length < 2 ? 1 : Math.max(1, t.chiSquare / (i.samples.length - 1));
    const traced = groupsOf(i.samples).map((ids) => trace(i.samples, ids, t, i.confidence));
    const tested = traced.filter((x) => x.p !== null);
    const adjusted = adjustedForMany(tested.map((x) => x.p!));
    const named = new Map(tested.map((x, k) => [x.id, adjusted[k]!]));
    const parents = traced
      .map(({ w, slope, spread: _s, own: _o, factor: _f, ...x }) => ({
        ...x,
        adjusted: named.get(x.id) ?? null,
        standsOut: slope > 0 && (named.get(x.id) ?? 1) <= i.falseDiscovery,
        like: traced.filter((y) => y.id !== x.id && alike(y.w, w)).flatMap((y) => y.ids),
      }))
      .sort(
        (a, b) =>
          Number(b.standsOut) - Number(a.standsOut) ||
          (a.adjusted ?? 1) - (b.adjusted ?? 1) ||
          b.rate - a.rate ||
          a.id.localeCompare(b.id),
      );
    const warnings = [
      ...(i.samples.length < LEAST_SAMPLES
        ? [`${i.samples.length} samples cannot tell parents apart: at least ${LEAST_SAMPLES} of lots of other parents`]
        : []),
      ...(parents.some((x) => x.like.length > 0 || x.ids.length > 1)
        ? ['some parents always stand together: one cannot be told from the other']
        : []),
    ];
    return {
      rate: t.mean,
      ...shareInterval(t.mean, t.N / scatter, i.confidence),
      scatter,
      parents,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const t = sumsOf(i.samples);
    const first = o.parents[0];
    const steps: Step[] = [
      {
        name: 'rate',
        says: 'deformed in all samples',
        expression: `(${i.samples.map((s) => s.deformed).join(' + ')}) / (${i.samples.map((s) => s.looked).join(' + ')})`,
        value: o.rate,
      },
    ];
    if (first) {
      const x = trace(i.samples, first.ids, t, i.confidence);
      if (x.spread >= 1e-9 * t.N) {
        const term = (f: (w: number, s: Input['samples'][number]) => string) =>
          i.samples.map((s, k) => f(x.w[k]!, s)).join(' + ');
        steps.push(
          {
            name: 'own',
            says: `share of ${first.ids.join(', ')} in all that were looked at`,
            expression: `(${term((w, s) => `${s.looked} * ${w}`)}) / ${t.N}`,
            value: x.own,
          },
          {
            name: 'spread',
            says: 'how much that share differs between samples',
            expression: term((w, s) => `${s.looked} * (${w} - own)^2`),
            value: x.spread,
          },
          {
            name: 'slope',
            says: 'deformed more, from none of its offspring to all',
            expression: `(${term((w, s) => `(${w} - own) * (${s.deformed} - ${s.looked} * rate)`)}) / spread`,
            value: x.slope,
          },
          {
            name: 'itsRate',
            says: 'deformed among its offspring',
            expression: 'min(1, max(0, rate + slope * (1 - own)))',
            value: x.rate,
          },
        );
      }
    }
    return {
      formula:
        'trend of the deformed share over the parent’s share in the lot; scatter between samples by residual χ² / (k − 2), at least 1',
      steps,
      notes: [
        'Steps are those of the first parent; p by the trend of the angles asin √share on k − 2, adjusted for all parents compared.',
      ],
    };
  },
  source:
    'Trend in proportions: Cochran 1954, Biometrics 10; Armitage 1955, Biometrics 11; angles: Anscombe 1948, Biometrika 35; scatter: McCullagh and Nelder 1989, Generalized Linear Models; many comparisons: Benjamini and Hochberg 1995, J. R. Statist. Soc. B 57 (verify: recalled, not looked up)',
  validWhen: 'Samples are taken at random from lots whose parents and shares are known; families survive alike.',
  cautions: [
    'A lot is one unit: what its water, feed or handling did looks like its parents. Compare lots that stood alike.',
    'Deformities also come from heat, shocks and lack of vitamins or phosphorus: before a fish is barred, look at several of its lots.',
  ],
  example: {
    samples: [
      {
        label: 'L1',
        looked: 200,
        deformed: 4,
        shares: [
          { id: 'F1', share: 1 },
          { id: 'M1', share: 1 },
        ],
      },
      {
        label: 'L2',
        looked: 200,
        deformed: 5,
        shares: [
          { id: 'F2', share: 1 },
          { id: 'M1', share: 1 },
        ],
      },
      {
        label: 'L3',
        looked: 200,
        deformed: 22,
        shares: [
          { id: 'F3', share: 1 },
          { id: 'M2', share: 1 },
        ],
      },
      {
        label: 'L4',
        looked: 150,
        deformed: 3,
        shares: [
          { id: 'F2', share: 1 },
          { id: 'M3', share: 1 },
        ],
      },
      {
        label: 'L5',
        looked: 180,
        deformed: 18,
        shares: [
          { id: 'F4', share: 1 },
          { id: 'M2', share: 1 },
        ],
      },
    ],
  },
});
