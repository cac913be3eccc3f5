import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';
import { normalCdf } from '../distributions';
import type { Sizes } from './sizes';

/**
 * Of ordered pairs (eater, other) of a normal distribution of lengths, the share in which the other is at most
 * `gapeRatio` times as long as the eater: Φ((g − 1)/(cv √(1 + g²))).
 */
export const pairShareNormal = (cv: number, gapeRatio: number): number =>
  normalCdf((gapeRatio - 1) / (cv * Math.sqrt(1 + gapeRatio * gapeRatio)));

/** The same of lengths that were measured: over all ordered pairs of different animals. Sorts once, then walks once. */
export function pairShareMeasured(lengthsMm: readonly number[], gapeRatio: number): number {
  const n = lengthsMm.length;
  const mm = [...lengthsMm].sort((a, b) => a - b);
  let pairs = 0;
  let j = 0;
  for (const eater of mm) {
    while (j < n && mm[j]! <= gapeRatio * eater) j += 1;
    pairs += j;
  }
  // With a gape of one or more each is counted with itself.
  return (pairs - (gapeRatio >= 1 ? n : 0)) / (n * (n - 1));
}

/** The same of a distribution on a grid, its shares summing to anything above 0; 0 where they sum to 0. */
export function pairShareSizes(sizes: Sizes, gapeRatio: number): number {
  const total = sizes.share.reduce((s, x) => s + x, 0);
  if (total <= 0) return 0;
  let sum = 0;
  let below = 0;
  let j = 0;
  for (const [i, eater] of sizes.mm.entries()) {
    while (j < sizes.mm.length && sizes.mm[j]! <= gapeRatio * eater) {
      below += sizes.share[j]!;
      j += 1;
    }
    sum += sizes.share[i]! * below;
  }
  return sum / (total * total);
}

/** Expected eaten in a day: each eats so many a day where all that it meets could be swallowed. Never more than there are. */
export const eatenADay = (number: number, pairShare: number, eatenPerDay: number): number =>
  Math.min(number, number * pairShare * eatenPerDay);

/**
 * Half a 95 % interval of a measured pair share: the jackknife over animals (Arvesen 1969), since each is in many pairs.
 */
export function pairShareSd(lengthsMm: readonly number[], gapeRatio: number): number {
  const n = lengthsMm.length;
  if (n < 3) return 0;
  const mm = [...lengthsMm].sort((a, b) => a - b);
  const upTo = (limit: number) => {
    let [low, high] = [0, n];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (mm[middle]! <= limit) low = middle + 1;
      else high = middle;
    }
    return low;
  };
  // Pairs in which each animal takes part, as eater or as the other.
  const self = gapeRatio >= 1 ? 1 : 0;
  const own = mm.map((x) => {
    const eats = upTo(gapeRatio * x) - self;
    let eatenBy = n - upTo(x / gapeRatio - 1e-12 * x) - self;
    if (eatenBy < 0) eatenBy = 0;
    return eats + eatenBy;
  });
  const all = own.reduce((s, x) => s + x, 0) / 2;
  const without = own.map((x) => (all - x) / ((n - 1) * (n - 2)));
  const mean = without.reduce((s, x) => s + x, 0) / n;
  return Math.sqrt(((n - 1) / n) * without.reduce((s, x) => s + (x - mean) ** 2, 0));
}

export const calculation = defineCalculation({
  id: 'grade.cannibals',
  title: 'Who can swallow whom',
  asks: 'Of two that meet, how often can one swallow the other, and how many are eaten in a day?',
  input: z
    .strictObject({
      meanMm: schema.positive.optional(),
      cv: z.number().gt(0, 'must be above 0').max(1, 'is a share of the mean: at most 1').optional(),
      lengthsMm: z.array(schema.positive).min(2, 'needs at least two').max(100_000, 'are too many').optional(),
      gapeRatio: z.number().gt(0, 'must be above 0').max(2, 'is more than any fish opens its mouth'),
      number: schema.nonNegative.optional(),
      eatenPerDay: schema.nonNegative.optional(),
      days: schema.nonNegative.optional(),
    })
    .refine((i) => (i.lengthsMm === undefined) !== (i.cv === undefined), {
      path: ['lengthsMm'],
      error: 'give either lengths, or meanMm with cv',
    })
    .refine((i) => i.cv === undefined || i.meanMm !== undefined, { path: ['meanMm'], error: 'is needed beside cv' })
    .refine((i) => i.meanMm === undefined || i.cv !== undefined, { path: ['cv'], error: 'is needed beside meanMm' })
    .refine((i) => (i.number === undefined) === (i.eatenPerDay === undefined), {
      path: ['number'],
      error: 'goes with eatenPerDay',
    })
    .refine((i) => i.days === undefined || i.number !== undefined, {
      path: ['days'],
      error: 'needs number and eatenPerDay',
    }),
  output: z.strictObject({
    pairShare: z.number(),
    /** Ends for measured lengths: what another sample of the same fish would often show. */
    low: z.number().optional(),
    high: z.number().optional(),
    lossPerDay: z.number().optional(),
    /** Over the days, each day's loss taken from those that are left. */
    loss: z.number().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const pairShare = i.lengthsMm ? pairShareMeasured(i.lengthsMm, i.gapeRatio) : pairShareNormal(i.cv!, i.gapeRatio);
    if (!Number.isFinite(pairShare)) throw new CalculationError('input', 'gapeRatio', 'gives no share');
    const sd = i.lengthsMm ? pairShareSd(i.lengthsMm, i.gapeRatio) : null;
    const half = sd === null ? null : HALF * sd;
    const rate = i.number === undefined ? null : Math.min(1, pairShare * i.eatenPerDay!);
    const warnings = [
      ...(i.gapeRatio >= 1 ? ['at a ratio of one or more each could swallow its own size'] : []),
      ...(i.lengthsMm && i.lengthsMm.length < FEW
        ? [`${i.lengthsMm.length} lengths show few of the largest, which eat most: measure ${FEW} or more`]
        : []),
    ];
    return {
      pairShare,
      ...(half === null ? {} : { low: Math.max(0, pairShare - half), high: Math.min(1, pairShare + half) }),
      ...(rate === null ? {} : { lossPerDay: i.number! * rate }),
      ...(i.days === undefined ? {} : { loss: i.number! * (1 - (1 - rate!) ** i.days) }),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const steps: Step[] = i.lengthsMm
      ? [
          {
            name: 'pairShare',
            says: `pairs in which the other is at most ${i.gapeRatio} times as long`,
            expression: `${Math.round(o.pairShare * i.lengthsMm.length * (i.lengthsMm.length - 1))} / (${i.lengthsMm.length} * (${i.lengthsMm.length} - 1))`,
            value: o.pairShare,
          },
        ]
      : [
          {
            name: 'z',
            says: 'gape, in standard deviations of the difference',
            expression: `(${i.gapeRatio} - 1) / (${i.cv} * sqrt(1 + ${i.gapeRatio}^2))`,
            value: (i.gapeRatio - 1) / (i.cv! * Math.sqrt(1 + i.gapeRatio ** 2)),
          },
          { name: 'pairShare', says: 'share of pairs', expression: 'normalCdf(z)', value: o.pairShare },
        ];
    if (o.lossPerDay !== undefined)
      steps.push({
        name: 'lossPerDay',
        says: 'eaten in a day',
        expression: `${i.number} * min(1, pairShare * ${i.eatenPerDay})`,
        value: o.lossPerDay,
      });
    if (o.loss !== undefined)
      steps.push({
        name: 'loss',
        says: 'eaten in all these days',
        expression: `${i.number} * (1 - (1 - lossPerDay / ${i.number || 1})^${i.days})`,
        value: o.loss,
      });
    return { formula: 'P(other ≤ gape · eater) over pairs of different animals', steps };
  },
  source:
    'Probability of an ordered pair; normal difference in closed form; interval by the jackknife; method, no source',
  validWhen: 'Lengths of one tank at one time; the gape ratio is that of the species at this size.',
  cautions: [
    'Who can does not always: hunger, light and crowding decide. Own losses tell how many a day.',
    'Take out the largest first: a few eat most.',
  ],
  example: { meanMm: 24, cv: 0.22, gapeRatio: 0.65, number: 40_000, eatenPerDay: 1 },
});

/** Half a 95 % interval in standard deviations. */
const HALF = 1.959963984540054;
/** Fewer lengths than this hardly hold one of the largest two in a hundred. */
const FEW = 50;
