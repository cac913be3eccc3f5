import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { upperOf, zOf } from '../eggs/sphere';

export type MarkRecapture = { number: number; sd: number; low: number; high: number };

/** Fewer recaptures than this leave the estimate biased low (Robson and Regier 1964; Seber 1982, section 3.1). */
const FEW = 7;

/**
 * Closed population from one marking and one recapture: Chapman's estimate (1951), Seber's variance, interval on the
 * log scale.
 * @param marked released with a mark  @param caught in the second catch  @param recaptured of these with a mark
 */
export function markRecapture(marked: number, caught: number, recaptured: number, confidence = 0.95): MarkRecapture {
  const number = ((marked + 1) * (caught + 1)) / (recaptured + 1) - 1;
  const variance =
    ((marked + 1) * (caught + 1) * (marked - recaptured) * (caught - recaptured)) /
    ((recaptured + 1) ** 2 * (recaptured + 2));
  const sd = Math.sqrt(variance);
  const factor = number > 0 ? Math.exp((zOf(confidence) * sd) / number) : 1;
  return { number, sd, low: number / factor, high: number * factor };
}

/**
 * How many to catch the second time so that half the interval is about this share of the number: all of them, where fewer
 * would not do. @param expected how many there are, as far as anybody knows
 */
export function catchFor(marked: number, expected: number, wantedShare: number): number {
  const half = (caught: number) => {
    const n = markRecapture(marked, caught, (marked * caught) / expected);
    return (zOf(0.95) * n.sd) / n.number;
  };
  let [low, high] = [0, Math.ceil(expected)];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (half(middle) <= wantedShare) high = middle;
    else low = middle;
  }
  return high;
}

export const calculation = defineCalculation({
  id: 'count.markRecapture',
  title: 'Number by marking and catching again',
  asks: 'So many were marked, so many of a second catch bore the mark: how many are in the pond?',
  input: z
    .strictObject({
      marked: schema.count.min(1, 'needs at least one marked'),
      caught: schema.count.min(1, 'needs at least one caught'),
      recaptured: schema.count,
      confidence: schema.confidence,
    })
    .refine((i) => i.recaptured <= i.marked, { path: ['recaptured'], error: 'cannot be more than were marked' })
    .refine((i) => i.recaptured <= i.caught, { path: ['recaptured'], error: 'cannot be more than were caught' }),
  output: z.strictObject({
    number: z.number(),
    sd: z.number(),
    low: z.number(),
    high: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const o = markRecapture(i.marked, i.caught, i.recaptured, i.confidence);
    const known = i.marked + i.caught - i.recaptured;
    const warnings = [
      ...(i.recaptured === 0
        ? ['none of the marked came back: this says little more than that there are many, or that marks were lost']
        : i.recaptured < FEW
          ? [`only ${i.recaptured} came back: below ${FEW} the estimate is too low more often than not; catch more`]
          : []),
      ...(o.low < known && i.recaptured > 0
        ? [`at least ${known} are there: so many different ones were in hand`]
        : []),
    ];
    return { ...o, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => ({
    formula: 'number = (marked + 1)(caught + 1)/(recaptured + 1) − 1',
    steps: [
      {
        name: 'number',
        says: 'in the pond',
        expression: `(${i.marked} + 1) * (${i.caught} + 1) / (${i.recaptured} + 1) - 1`,
        value: o.number,
      },
      {
        name: 'sd',
        says: 'standard deviation',
        expression: `sqrt((${i.marked} + 1) * (${i.caught} + 1) * (${i.marked} - ${i.recaptured}) * (${i.caught} - ${i.recaptured}) / ((${i.recaptured} + 1)^2 * (${i.recaptured} + 2)))`,
        value: o.sd,
      },
      {
        name: 'factor',
        says: 'by which the ends lie off, on the log scale',
        expression: `exp(normalQuantile(${upperOf(i.confidence)}) * sd / number)`,
        value: o.high / o.number,
      },
      { name: 'low', says: 'lower end', expression: 'number / factor', value: o.low },
      { name: 'high', says: 'upper end', expression: 'number * factor', value: o.high },
    ],
  }),
  source:
    'Chapman 1951, University of California Publications in Statistics 1; variance: Seber 1970, Biometrika 57 and Seber 1982, The Estimation of Animal Abundance, chapter 3',
  validWhen:
    'None died, came or left between the two catches; marks were not lost nor overlooked; marked and unmarked are caught alike and mixed freely.',
  cautions: [
    'Marked fish that hide, die or are caught more easily bend the number, however many are marked: the interval does not hold that.',
    'Give them some days to mix, and use another gear or place for the second catch.',
  ],
  example: { marked: 400, caught: 350, recaptured: 42 },
});
