import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';

/** Products and quotients of tenths lie beside whole numbers by so little. */
const NEAR = 1e-9;
const up = (x: number) => Math.ceil(x - NEAR * Math.max(1, Math.abs(x)));

/** Animals that are affected at a prevalence: a part of one counts as one. */
export const affected = (population: number, prevalence: number): number => Math.max(1, up(population * prevalence));

/**
 * So many of a population have to be looked at to find at least one that is affected, at a prevalence: the
 * approximation of Cannon and Roe 1982 to the hypergeometric. @returns not rounded, and before the test's sensitivity
 */
export function toDetect(population: number, prevalence: number, confidence: number): number {
  const d = affected(population, prevalence);
  return (1 - (1 - confidence) ** (1 / d)) * (population - (d - 1) / 2);
}

export const calculation = defineCalculation({
  id: 'health.sampleSize',
  title: 'How many to sample for an inspection',
  asks: 'If so many of 100 carried it, how many have to be sampled to find it?',
  input: z.strictObject({
    population: schema.count.min(1, 'needs at least one'),
    /** Share that is affected, if it is there at all. */
    prevalence: z.number().gt(0, 'must be above 0').max(1, 'is a share: at most 1'),
    confidence: z.number().gt(0, 'must be above 0').lt(1, 'must be below 1').default(0.95),
    /** Share of the affected that the test finds. */
    sensitivity: z.number().gt(0, 'must be above 0').max(1, 'is a share: at most 1').default(1),
  }),
  output: z.strictObject({ sampleSize: z.number(), affected: z.number(), warnings: schema.warnings }),
  compute: (i) => {
    const wanted = up(toDetect(i.population, i.prevalence, i.confidence) / i.sensitivity);
    const sampleSize = Math.max(1, Math.min(i.population, wanted));
    const warnings = [
      ...(wanted > i.population
        ? ['even all of them do not give that confidence with this test: take another test, or lots together']
        : []),
      ...(i.population * i.prevalence < 1
        ? ['at that prevalence less than one would be affected: reckoned with one']
        : []),
    ];
    return { sampleSize, affected: affected(i.population, i.prevalence), ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => {
    const d = affected(i.population, i.prevalence);
    const n = toDetect(i.population, i.prevalence, i.confidence) / i.sensitivity;
    return {
      formula: 'n = (1 − (1 − confidence)^(1/D)) (N − (D − 1)/2) / sensitivity, rounded up, at most N',
      steps: [
        { name: 'D', says: 'affected, if it is there', expression: String(d), value: d },
        {
          name: 'n',
          says: 'to find at least one of them',
          expression: `(1 - (1 - ${i.confidence})^(1/D)) * (${i.population} - (D - 1)/2) / ${i.sensitivity}`,
          value: n,
        },
        {
          name: 'sampleSize',
          says: 'whole animals, at most all of them',
          expression: `max(1, min(${i.population}, ceil(n - ${NEAR} * max(1, n))))`,
          value: o.sampleSize,
        },
      ],
    };
  },
  source: 'Cannon and Roe 1982, Livestock Disease Surveys: A Field Manual for Veterinarians; rounded to whole animals',
  validWhen:
    'They are drawn at random from all of it. None found says that fewer than the prevalence are affected, with the confidence, not that it is free.',
  cautions: [
    'Moribund and odd ones are sampled besides: they find it sooner, but are no random sample.',
    'Who is inspected for what, and how often, the competent authority says.',
  ],
  example: { population: 2000, prevalence: 0.05, confidence: 0.95 },
});
