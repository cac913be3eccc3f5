import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { Z95 } from '../quantities/interval';

/** What a bar parted: lengths measured on each side of it, and how many went there. */
export type Parted = {
  gapMm: number;
  below: { lengthsMm: readonly number[]; number: number };
  above: { lengthsMm: readonly number[]; number: number };
};
export type LearnedGrader = {
  widthPerLength: number;
  widthSd: number;
  selectivityMm: number;
  /** Length at which half are kept. */
  halfMm: number;
  /** No length was found on both sides: sharper than these lengths can tell. */
  sharp: boolean;
};

const MOST_STEPS = 60;

/**
 * How wide a body is for its length, and how sharply the bar parts, by what was found on either side: a logistic
 * regression of the side on length, each measured fish standing for as many as went its way. The length at which half
 * are kept is as wide as the gap; the slope there gives the difference between 25 and 75 % kept.
 * @throws CalculationError where the larger ones went through the finer side, so that no bar can have done it
 */
export function learnGrader(p: Parted): LearnedGrader {
  const rows = [
    ...p.below.lengthsMm.map((mm) => ({ mm, y: 0, w: p.below.number / p.below.lengthsMm.length })),
    ...p.above.lengthsMm.map((mm) => ({ mm, y: 1, w: p.above.number / p.above.lengthsMm.length })),
  ];
  const [top, bottom] = [Math.max(...p.below.lengthsMm), Math.min(...p.above.lengthsMm)];
  if (top < bottom) {
    const halfMm = (top + bottom) / 2;
    // Anywhere between the two: uniform.
    const sd = (bottom - top) / Math.sqrt(12);
    return {
      widthPerLength: p.gapMm / halfMm,
      widthSd: (p.gapMm * sd) / halfMm ** 2,
      selectivityMm: 0,
      halfMm,
      sharp: true,
    };
  }
  // Weights sum to the number measured, so that errors are those of the sample and not of the tank.
  const scale = rows.length / rows.reduce((s, r) => s + r.w, 0);
  const mean = rows.reduce((s, r) => s + r.mm * r.w * scale, 0) / rows.length;
  const sd = Math.sqrt(rows.reduce((s, r) => s + r.w * scale * (r.mm - mean) ** 2, 0) / rows.length) || 1;
  let [a, b] = [0, 1];
  for (let step = 0; step < MOST_STEPS; step++) {
    let [g0, g1, h00, h01, h11] = [0, 0, 1e-9, 0, 1e-9];
    for (const r of rows) {
      const x = (r.mm - mean) / sd;
      const q = 1 / (1 + Math.exp(-(a + b * x)));
      const w = r.w * scale;
      g0 += w * (r.y - q);
      g1 += w * (r.y - q) * x;
      h00 += w * q * (1 - q);
      h01 += w * q * (1 - q) * x;
      h11 += w * q * (1 - q) * x * x;
    }
    const det = h00 * h11 - h01 * h01;
    const [da, db] = [(h11 * g0 - h01 * g1) / det, (h00 * g1 - h01 * g0) / det];
    // A step of Newton's that would leap out of sight is shortened.
    const short = Math.min(1, 4 / Math.max(Math.abs(da), Math.abs(db), 1e-300));
    a += short * da;
    b += short * db;
    if (Math.abs(short * da) + Math.abs(short * db) < 1e-10) break;
  }
  if (!(b > 0))
    throw new CalculationError(
      'input',
      'above',
      'holds shorter fish than what went through: were the classes mixed up?',
    );
  const halfMm = mean - (sd * a) / b;
  if (!(halfMm > 0))
    throw new CalculationError('input', 'below', 'and above hardly differ: nothing is learned from them');
  const widthPerLength = p.gapMm / halfMm;
  // Error of −a/b by the delta method, from the curvature at the end, with the design effect of the weights.
  let [h00, h01, h11, s00, s01, s11] = [0, 0, 0, 0, 0, 0];
  for (const r of rows) {
    const x = (r.mm - mean) / sd;
    const q = 1 / (1 + Math.exp(-(a + b * x)));
    const w = r.w * scale;
    h00 += w * q * (1 - q);
    h01 += w * q * (1 - q) * x;
    h11 += w * q * (1 - q) * x * x;
    const e = w * (r.y - q);
    s00 += e * e;
    s01 += e * e * x;
    s11 += e * e * x * x;
  }
  const det = h00 * h11 - h01 * h01;
  const [i00, i01, i11] = [h11 / det, -h01 / det, h00 / det];
  const [d0, d1] = [-sd / b, (sd * a) / (b * b)];
  const [v0, v1] = [d0 * i00 + d1 * i01, d0 * i01 + d1 * i11];
  const varHalf = v0 * v0 * s00 + 2 * v0 * v1 * s01 + v1 * v1 * s11;
  return {
    widthPerLength,
    widthSd: (widthPerLength * Math.sqrt(Math.max(0, varHalf))) / halfMm,
    selectivityMm: (2 * Math.log(3) * widthPerLength * sd) / b,
    halfMm,
    sharp: false,
  };
}

const side = z.strictObject({
  lengthsMm: z.array(schema.positive).min(2, 'needs at least two').max(10_000, 'are too many'),
  number: schema.positive,
});

export const calculation = defineCalculation({
  id: 'grade.learn',
  title: 'What a grader does',
  asks: 'Measured on either side of a bar: how wide are they for their length, and how sharply does it part?',
  input: z.strictObject({ gapMm: schema.positive, below: side, above: side }),
  output: z.strictObject({
    widthPerLength: z.number(),
    low: z.number(),
    high: z.number(),
    selectivityMm: z.number(),
    halfMm: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const { widthSd, sharp, ...o } = learnGrader(i);
    return {
      widthPerLength: o.widthPerLength,
      low: o.widthPerLength - Z95 * widthSd,
      high: o.widthPerLength + Z95 * widthSd,
      selectivityMm: o.selectivityMm,
      halfMm: o.halfMm,
      ...(sharp ? { warnings: ['no length was found on both sides: sharper than these lengths can tell'] } : {}),
    };
  },
  working: (i, o) => ({
    formula:
      'logit(kept) = a + b · length; body width at half kept is the gap; selectivity = 2 ln 3 · width per length / b',
    steps: [
      {
        name: 'widthPerLength',
        says: 'body width over length',
        expression: `${i.gapMm} / ${o.halfMm}`,
        value: o.widthPerLength,
      },
    ],
    notes: [
      `Half of ${o.halfMm.toPrecision(4)} mm were kept; each measured fish stands for as many as went its way (${i.below.number} below, ${i.above.number} above).`,
    ],
  }),
  source: 'Logistic regression, weighted; errors by the sandwich estimator (Huber 1967); method, no source',
  validWhen: 'Both samples are fair dips of their class, measured before they grew.',
  cautions: ['A bent bar, or fish that slip past its end, look like a dull grader.'],
  example: {
    gapMm: 3.4,
    below: { lengthsMm: [18, 20, 21, 22, 22, 23, 23, 24, 24, 25], number: 14_900 },
    above: { lengthsMm: [23, 24, 25, 25, 26, 27, 28, 29, 30, 33], number: 28_600 },
  },
});
