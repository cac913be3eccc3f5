import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { studentQuantile } from '../distributions';
import { Z95 } from '../quantities/interval';

const census = z.strictObject({
  id: z.string().default(''),
  /** What the books said just before, unseen loss not taken off, with the sd of its measurements alone. */
  books: z.strictObject({ number: schema.nonNegative, sd: schema.nonNegative }),
  count: z.strictObject({ number: schema.nonNegative, sd: schema.nonNegative }),
  /** Animal-days under the books since the last full count. */
  exposure: schema.positive,
});
type Census = z.output<typeof census>;

/** A count is left out above this modified z-score (Iglewicz and Hoaglin 1993), once there are five to compare. */
const OUTLYING = 3.5;
const LEAST = 4;

const rateOf = (c: Census) => ({
  rate: (c.books.number - c.count.number) / c.exposure,
  // A count one by one against books that were counted one by one still errs by an animal.
  sd: Math.max(1, Math.hypot(c.books.sd, c.count.sd)) / c.exposure,
});

const median = (list: readonly number[]) => {
  const s = [...list].sort((a, b) => a - b);
  const m = s.length >> 1;
  return s.length % 2 === 1 ? s[m]! : (s[m - 1]! + s[m]!) / 2;
};

/** Indices of the censuses whose rate lies too far from the others' to be unseen loss: a blunder is not drift. */
function outlying(rates: readonly number[]): Set<number> {
  if (rates.length < 5) return new Set();
  const middle = median(rates);
  const mad = median(rates.map((r) => Math.abs(r - middle)));
  if (mad === 0) return new Set();
  return new Set(rates.flatMap((r, i) => ((0.6745 * Math.abs(r - middle)) / mad > OUTLYING ? [i] : [])));
}

export type RandomEffects = {
  mean: number;
  between: number;
  se: number;
  q: number;
  df: number;
  varQ: number;
  moments: [number, number, number];
};

/**
 * Random-effects mean of rates (DerSimonian and Laird 1986): each with its own sampling sd, the true rates of the
 * holdings spread around a common one by `between`. `df` are those of the variance of a new holding's rate, by
 * Satterthwaite (1946) from the variance of the spread (Biggerstaff and Tweedie 1997), between 2 and k - 1: with a spread
 * worked out of noisy counts, k - 2 would promise too much (simulated: 87 to 91 % instead of 95).
 * @param rates at least two  @returns rates a day; `se` of the mean; `moments`: sums of the weights to the first three powers
 */
export function randomEffects(rates: readonly { rate: number; sd: number }[]): RandomEffects {
  const w = rates.map((r) => r.sd ** -2);
  const power = (n: number) => w.reduce((s, x) => s + x ** n, 0);
  const [s1, s2, s3] = [power(1), power(2), power(3)];
  const fixed = rates.reduce((s, r, i) => s + w[i]! * r.rate, 0) / s1;
  const q = rates.reduce((s, r, i) => s + w[i]! * (r.rate - fixed) ** 2, 0);
  const c = s1 - s2 / s1;
  const variance = Math.max(0, (q - (rates.length - 1)) / c);
  const v = rates.map((r) => 1 / (r.sd ** 2 + variance));
  const total = v.reduce((s, x) => s + x, 0);
  const ofQ = 2 * (rates.length - 1) + 4 * c * variance + 2 * (s2 - (2 * s3) / s1 + (s2 / s1) ** 2) * variance ** 2;
  const predicted = variance + 1 / total;
  return {
    mean: rates.reduce((s, r, i) => s + v[i]! * r.rate, 0) / total,
    between: Math.sqrt(variance),
    se: Math.sqrt(1 / total),
    q,
    df: Math.min(rates.length - 1, Math.max(2, (2 * predicted ** 2 * c ** 2) / ofQ)),
    varQ: ofQ,
    moments: [s1, s2, s3],
  };
}

export const drift = defineCalculation({
  id: 'books.drift',
  title: 'Unseen loss, learned from counts',
  asks: 'How fast do numbers in the books shrink unseen between two counts, judged by past counts of this hatchery?',
  input: z.strictObject({
    censuses: z
      .array(census)
      .min(LEAST, `needs at least ${LEAST} counts: below that Reference’s own value is the better guide`),
  }),
  output: z.strictObject({
    perDay: z.number(),
    sd: z.number(),
    low: z.number(),
    high: z.number(),
    between: z.number(),
    used: z.number(),
    leftOut: z.array(z.string()),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    i.censuses.forEach((c, k) => {
      if (Math.abs(c.books.number - c.count.number) > c.exposure)
        throw new CalculationError(
          'input',
          `censuses[${k}].exposure`,
          `would lose more than all animals a day: it is animals times days, not days`,
        );
    });
    const rates = i.censuses.map(rateOf);
    const out = outlying(rates.map((r) => r.rate));
    const kept = rates.filter((_, k) => !out.has(k));
    if (kept.length < LEAST)
      throw new CalculationError(
        'input',
        'censuses',
        `only ${kept.length} counts agree with one another: too few to learn from`,
      );
    const r = randomEffects(kept);
    // A holding not yet counted: Student's t on the spread and the doubt of the mean (Higgins, Thompson, Spiegelhalter 2009).
    const half = studentQuantile(0.975, r.df) * Math.hypot(r.between, r.se);
    const warnings: string[] = [];
    if (r.mean < 0)
      warnings.push('the counts found more than the books: losses are typed too high, or animals counted twice');
    if (out.size > 0)
      warnings.push(`${out.size} of ${rates.length} counts lie too far from the others and were left out`);
    return {
      perDay: Math.max(0, r.mean),
      sd: half / Z95,
      low: r.mean - half,
      high: r.mean + half,
      between: r.between,
      used: kept.length,
      leftOut: i.censuses.filter((_, k) => out.has(k)).map((c) => c.id),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const all = i.censuses.map(rateOf);
    const out = outlying(all.map((r) => r.rate));
    const kept = i.censuses.filter((_, k) => !out.has(k));
    const rates = kept.map(rateOf);
    const list = (f: (r: { rate: number; sd: number }) => string) => rates.map(f).join(' + ');
    const r = randomEffects(rates);
    const w = rates.map((x) => x.sd ** -2);
    const sumW = w.reduce((s, x) => s + x, 0);
    const fixed = rates.reduce((s, x, k) => s + w[k]! * x.rate, 0) / sumW;
    return {
      formula:
        'rate = (books − count) / animal-days; mean over holdings by inverse of (own variance + between variance)',
      steps: [
        ...kept.map((c, k) => ({
          name: `r${k + 1}`,
          says: `loss an animal-day${c.id ? `, ${c.id}` : ''}`,
          expression: `(${c.books.number} - ${c.count.number}) / ${c.exposure}`,
          value: rates[k]!.rate,
        })),
        {
          name: 'squares',
          says: 'sum of squared weights',
          expression: list((x) => `${x.sd}^(-4)`),
          value: r.moments[1],
        },
        { name: 'cubes', says: 'sum of cubed weights', expression: list((x) => `${x.sd}^(-6)`), value: r.moments[2] },
        { name: 'weights', says: 'sum of weights', expression: list((x) => `${x.sd}^(-2)`), value: sumW },
        {
          name: 'fixed',
          says: 'mean without a spread between holdings',
          expression: `(${rates.map((x, k) => `${x.sd}^(-2) * r${k + 1}`).join(' + ')}) / weights`,
          value: fixed,
        },
        {
          name: 'q',
          says: 'how far they scatter',
          expression: rates.map((x, k) => `${x.sd}^(-2) * (r${k + 1} - fixed)^2`).join(' + '),
          value: r.q,
        },
        {
          name: 'between',
          says: 'spread between holdings',
          expression: `sqrt(max(0, (q - ${rates.length - 1}) / (weights - squares / weights)))`,
          value: r.between,
        },
        {
          name: 'total',
          says: 'sum of weights with it',
          expression: list((x) => `1 / (${x.sd}^2 + between^2)`),
          value: r.se ** -2,
        },
        {
          name: 'mean',
          says: 'mean loss',
          expression: `(${rates.map((x, k) => `r${k + 1} / (${x.sd}^2 + between^2)`).join(' + ')}) / total`,
          value: r.mean,
          unit: 'a day',
        },
        {
          name: 'varQ',
          says: 'variance of the scatter',
          expression: `2 * ${rates.length - 1} + 4 * (weights - squares / weights) * between^2 + 2 * (squares - 2 * cubes / weights + (squares / weights)^2) * between^4`,
          value: r.varQ,
        },
        {
          name: 'df',
          says: 'degrees of freedom',
          expression: `min(${rates.length - 1}, max(2, 2 * (between^2 + 1 / total)^2 * (weights - squares / weights)^2 / varQ))`,
          value: r.df,
        },
        {
          name: 'half',
          says: 'half-width for a holding not yet counted',
          expression: `studentQuantile(0.975, df) * sqrt(between^2 + 1 / total)`,
          value: Z95 * o.sd,
        },
        { name: 'sd', says: 'as it enters the books', expression: `half / ${Z95}`, value: o.sd },
        {
          name: 'perDay',
          says: 'unseen loss, never below nothing',
          expression: 'max(0, mean)',
          value: o.perDay,
          unit: 'a day',
        },
      ],
    };
  },
  source:
    'DerSimonian and Laird 1986, Controlled Clinical Trials 7; interval for a new holding: Higgins, Thompson and Spiegelhalter 2009, J. R. Statist. Soc. A 172, with the degrees of freedom of Satterthwaite 1946 from the variance of Biggerstaff and Tweedie 1997, Statistics in Medicine 16; counts left out: modified z-score, Iglewicz and Hoaglin 1993 (verify: recalled, not looked up)',
  validWhen: 'The counts are of one species and stage, kept much alike; known losses are entered.',
  cautions: ['A rate learned from few counts is wide, and rightly so.'],
  example: {
    censuses: [
      { id: 'R1', books: { number: 10000, sd: 200 }, count: { number: 9600, sd: 150 }, exposure: 300000 },
      { id: 'R2', books: { number: 8000, sd: 100 }, count: { number: 7700, sd: 120 }, exposure: 240000 },
      { id: 'R3', books: { number: 12000, sd: 240 }, count: { number: 11900, sd: 200 }, exposure: 200000 },
      { id: 'R4', books: { number: 5000, sd: 60 }, count: { number: 4700, sd: 70 }, exposure: 100000 },
    ],
  },
});
