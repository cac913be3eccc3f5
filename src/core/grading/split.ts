import { z } from 'zod';
import { defineCalculation, type Step, schema } from '../calculation';
import { studentQuantile } from '../distributions';
import { upperOf, zOf } from '../eggs/sphere';
import { classShares, type GradedClass, type Grader, gradeNormal, gradeSizes } from './grader';
import { measuredSizes, normalLengths } from './sizes';

export const lengthsAs = {
  lengths: normalLengths.optional(),
  lengthsMm: z.array(schema.positive).min(1, 'needs at least one').max(100_000, 'are too many').optional(),
};
export const graderInput = {
  widthPerLength: z.number().gt(0, 'must be above 0').max(1, 'is a share of the length: at most 1'),
  selectivityMm: schema.nonNegative.default(0),
};

export type SplitClass = GradedClass & { number: number; low: number | null; high: number | null };

/**
 * What a grader makes of a tank: share, number, mean length and spread of each class, smallest first. Of measured
 * lengths each number has an interval: Wilson's score interval of the class's share, for as many animals as the sample
 * tells of it (a fish near a bar counts for less than one), less what was measured of a finite tank; joined on the log
 * scale by the doubt of the number.
 */
export function splitBy(
  of: { lengths?: { meanMm: number; cv: number }; lengthsMm?: readonly number[] },
  number: number,
  g: Grader,
  numberSd = 0,
  confidence = 0.95,
): SplitClass[] {
  const ascending = { ...g, bars: [...g.bars].sort((a, b) => a - b) };
  const classes = of.lengthsMm
    ? gradeSizes(measuredSizes(of.lengthsMm), ascending)
    : gradeNormal(of.lengths!.meanMm, of.lengths!.cv, ascending);
  const z = zOf(confidence);
  const t = of.lengthsMm && of.lengthsMm.length > 1 ? studentQuantile(upperOf(confidence), of.lengthsMm.length - 1) : z;
  const ofNumber = number > 0 ? (z * numberSd) / number : 0;
  const worth = of.lengthsMm && sumsOf(of.lengthsMm, ascending);
  return classes.map((c, k) => {
    const interval = worth ? shareInterval(worth[k]!, of.lengthsMm!.length, number, t) : null;
    const n = number * c.share;
    if (!interval)
      return {
        ...c,
        number: n,
        low: numberSd > 0 ? n / Math.exp(ofNumber) : null,
        high: numberSd > 0 ? n * Math.exp(ofNumber) : null,
      };
    // Below and above the share apart, each with the doubt of the number.
    const down = c.share > 0 && interval.low > 0 ? Math.log(c.share / interval.low) : Number.POSITIVE_INFINITY;
    const up = c.share > 0 ? Math.log(interval.high / c.share) : 0;
    return {
      ...c,
      number: n,
      low: n * Math.exp(-Math.hypot(down, ofNumber)),
      high: c.share > 0 ? n * Math.exp(Math.hypot(up, ofNumber)) : number * Math.exp(ofNumber) * interval.high,
    };
  });
}

/** Of each class, the sum of the shares in which fish go there, and of their squares. */
function sumsOf(lengthsMm: readonly number[], g: Grader): { sum: number; squares: number }[] {
  const out = Array.from({ length: g.bars.length + 1 }, () => ({ sum: 0, squares: 0 }));
  for (const mm of lengthsMm) {
    const shares = classShares(mm, g);
    for (let k = 0; k < out.length; k++) {
      out[k]!.sum += shares[k]!;
      out[k]!.squares += shares[k]! * shares[k]!;
    }
  }
  return out;
}

/** Wilson's interval of a class's share for the animals that the sample is worth, with Student's t: its spread is the sample's own. */
function shareInterval({ sum, squares }: { sum: number; squares: number }, n: number, number: number, z: number) {
  const share = sum / n;
  // Fish in doubt vary less than fish that are in or out: the sample is worth more of them.
  const spread = ((squares / n - share * share) * n) / Math.max(1, n - 1);
  const binomial = share * (1 - share);
  const worth = n * (binomial > 0 && spread > 1e-12 ? binomial / spread : 1);
  const left = number > n ? 1 - n / number : 0;
  if (left === 0) return { low: share, high: share };
  const m = worth / left;
  const middle = (share + (z * z) / (2 * m)) / (1 + (z * z) / m);
  const half = (z * Math.sqrt(binomial / m + (z * z) / (4 * m * m))) / (1 + (z * z) / m);
  return { low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}

export const calculation = defineCalculation({
  id: 'grade.split',
  title: 'What the bars make of them',
  asks: 'With the bars so wide, how many go into each class, and how large are they?',
  input: z
    .strictObject({
      ...lengthsAs,
      number: schema.positive,
      numberSd: schema.nonNegative.default(0),
      bars: z
        .array(schema.positive)
        .min(1, 'needs at least one bar')
        .max(6, 'are more bars than any grader has')
        .refine((b) => new Set(b).size === b.length, 'two bars of one gap make no class between them'),
      ...graderInput,
      /** Fulton's factor, by which the mass of a class is told. */
      condition: schema.positive.optional(),
      confidence: schema.confidence,
    })
    .refine((i) => (i.lengths === undefined) !== (i.lengthsMm === undefined), {
      path: ['lengths'],
      error: 'give either lengths (meanMm, cv) or lengthsMm',
    }),
  output: z.strictObject({
    classes: z.array(
      z.strictObject({
        share: z.number(),
        number: z.number(),
        low: z.number().optional(),
        high: z.number().optional(),
        /** Null where nothing goes there. */
        meanMm: z.number().nullable(),
        cv: z.number().nullable(),
        massKg: z.number().optional(),
      }),
    ),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const classes = splitBy(i, i.number, i, i.numberSd, i.confidence);
    const empty = classes.filter((c) => c.meanMm === null).length;
    const warnings = [
      ...(empty > 0 ? [`${empty} ${empty === 1 ? 'class stays' : 'classes stay'} empty with these bars`] : []),
      ...(i.lengthsMm && i.lengthsMm.length < FEW
        ? [`${i.lengthsMm.length} lengths tell little of small classes`]
        : []),
    ];
    return {
      classes: classes.map((c) => ({
        share: c.share,
        number: c.number,
        ...(c.low === null || c.high === null ? {} : { low: c.low, high: c.high }),
        meanMm: c.meanMm,
        cv: c.cv,
        ...(i.condition === undefined ? {} : { massKg: (c.number * i.condition * c.meanCubedMm3) / 1e8 }),
      })),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const steps: Step[] = o.classes.map((c, k) => ({
      name: `number${k + 1}`,
      says: `in class ${k + 1}`,
      expression: `${i.number} * ${c.share}`,
      value: c.number,
    }));
    const bars = [...i.bars].sort((a, b) => a - b);
    return {
      formula: 'kept = 1 / (1 + exp(−2 ln 3 (width − gap) / selectivity)); fish pass the bars from the widest gap down',
      steps,
      notes: [
        `Bars part at lengths of ${bars.map((b) => `${(b / i.widthPerLength).toPrecision(4)} mm (gap ${b})`).join(', ')}.`,
        i.lengthsMm
          ? 'Shares are means over the measured lengths; intervals by Wilson’s score for the animals that the sample is worth.'
          : 'Shares are those of a normal distribution: in closed form where the bars are sharp, else by quadrature.',
      ],
    };
  },
  source:
    'Logistic retention by size: Millar and Fryer 1999, Reviews in Fish Biology and Fisheries 9; shares: Wilson 1927',
  validWhen: 'Body width follows length evenly; fish are not crowded at the bars.',
  cautions: [
    'No feed beforehand: full fish are wider and die of handling.',
    'Salt and plenty of oxygen where they wait.',
  ],
  example: {
    lengths: { meanMm: 27, cv: 0.18 },
    number: 48_600,
    bars: [3.4, 5.1],
    widthPerLength: 0.14,
    selectivityMm: 0.4,
  },
});

const FEW = 30;
