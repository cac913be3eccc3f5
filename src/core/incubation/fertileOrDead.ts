import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { Z95 } from '../quantities/interval';

const sample = z
  .strictObject({ successes: schema.count, trials: schema.count.min(1, 'needs at least one looked at') })
  .refine((s) => s.successes <= s.trials, { path: ['successes'], error: 'cannot be more than were looked at' });

/** A share with half an egg on either side, so that none and all have a variance, and the variance of its log. */
const logOf = (s: { successes: number; trials: number }) => {
  const p = (s.successes + 0.5) / (s.trials + 1);
  return { p, variance: (1 - p) / (p * (s.trials + 1)) };
};

export const calculation = defineCalculation({
  id: 'incubation.fertileOrDead',
  title: 'Fertile, or dead?',
  asks: 'With it fertilised and so many eyed: did the fertile ones die, or were they never fertile?',
  input: z.strictObject({
    fertilised: sample,
    eyed: sample,
    /** What the hatchery is used to. */
    usualFertilised: z.number().gt(0, 'must lie between 0 and 1').lt(1, 'must lie between 0 and 1').optional(),
    usualSurvival: z.number().gt(0, 'must lie between 0 and 1').lt(1, 'must lie between 0 and 1').optional(),
  }),
  output: z.strictObject({
    fertilised: z.number(),
    eyed: z.number(),
    survivalOfFertile: z.number(),
    low: z.number(),
    high: z.number(),
    points: z.enum(['parents', 'incubation', 'both', 'neither', 'cannot tell']),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const f = logOf(i.fertilised);
    const e = logOf(i.eyed);
    const log = Math.log(e.p / f.p);
    const sd = Math.sqrt(f.variance + e.variance);
    const [low, high] = [Math.exp(log - Z95 * sd), Math.exp(log + Z95 * sd)];
    const warnings =
      low > 1
        ? ['more eyed than were fertile: the early check was taken too early, or of other eggs']
        : Math.exp(log) > 1
          ? ['a little more eyed than fertile: sampling alone can do that']
          : [];
    const poorParents = i.usualFertilised !== undefined && f.p + Z95 * Math.sqrt(f.variance) * f.p < i.usualFertilised;
    const poorWater = i.usualSurvival !== undefined && high < i.usualSurvival;
    const points =
      i.usualFertilised === undefined && i.usualSurvival === undefined
        ? ('cannot tell' as const)
        : poorWater && poorParents
          ? ('both' as const)
          : poorWater
            ? ('incubation' as const)
            : poorParents
              ? ('parents' as const)
              : ('neither' as const);
    return {
      fertilised: i.fertilised.successes / i.fertilised.trials,
      eyed: i.eyed.successes / i.eyed.trials,
      survivalOfFertile: Math.min(1, Math.exp(log)),
      low: Math.min(1, low),
      high: Math.min(1, high),
      points,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const f = logOf(i.fertilised);
    const e = logOf(i.eyed);
    return {
      formula:
        'survival of the fertile = eyed share / fertile share, with half an egg added on either side; interval on the log of the ratio',
      steps: [
        {
          name: 'f',
          says: 'fertile share',
          expression: `(${i.fertilised.successes} + 0.5) / (${i.fertilised.trials} + 1)`,
          value: f.p,
        },
        {
          name: 'e',
          says: 'eyed share',
          expression: `(${i.eyed.successes} + 0.5) / (${i.eyed.trials} + 1)`,
          value: e.p,
        },
        {
          name: 'sd',
          says: 'of the log of their ratio',
          expression: `sqrt((1 - f) / (f * (${i.fertilised.trials} + 1)) + (1 - e) / (e * (${i.eyed.trials} + 1)))`,
          value: Math.sqrt(f.variance + e.variance),
        },
        { name: 'low', says: 'low end', expression: `min(1, e / f * exp(-${Z95} * sd))`, value: o.low },
        { name: 'high', says: 'high end', expression: `min(1, e / f * exp(${Z95} * sd))`, value: o.high },
        {
          name: 'survivalOfFertile',
          says: 'survival of the fertile',
          expression: 'min(1, e / f)',
          value: o.survivalOfFertile,
        },
      ],
    };
  },
  source: 'Ratio of two proportions by the delta method on the log: method, no source',
  validWhen: 'Both samples are of one lot, taken without choosing; eggs picked meanwhile are counted as not eyed.',
  cautions: ['Polyspermic and unfertilised eggs may cleave too: check again at neurula where the species does so.'],
  example: {
    fertilised: { successes: 88, trials: 100 },
    eyed: { successes: 61, trials: 100 },
    usualSurvival: 0.85,
    usualFertilised: 0.85,
  },
});
