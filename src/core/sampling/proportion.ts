import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { normalQuantile } from '../distributions';

/**
 * Wilson score interval for a share.
 * @param successes whole number, 0 to trials  @param trials whole number, at least 1
 * @example wilson(41, 50) // { estimate: 0.82, low: 0.692, high: 0.902 }
 */
export function wilson(
  successes: number,
  trials: number,
  confidence = 0.95,
): { estimate: number; low: number; high: number } {
  const z2 = normalQuantile(1 - (1 - confidence) / 2) ** 2;
  const p = successes / trials;
  const centre = (successes + z2 / 2) / (trials + z2);
  const half = (Math.sqrt(z2) / (trials + z2)) * Math.sqrt(trials * p * (1 - p) + z2 / 4);
  return {
    estimate: p,
    low: successes === 0 ? 0 : Math.max(0, centre - half),
    high: successes === trials ? 1 : Math.min(1, centre + half),
  };
}

export const calculation = defineCalculation({
  id: 'sample.proportion',
  title: 'Share in a sample',
  asks: 'So many of so many: what share of the whole is that, and how sure?',
  input: z
    .strictObject({
      successes: schema.count,
      trials: schema.count.min(1, 'needs at least one looked at'),
      confidence: schema.confidence,
    })
    .refine((v) => v.successes <= v.trials, { path: ['successes'], error: 'cannot be more than trials' }),
  output: z.strictObject({ estimate: z.number(), low: z.number(), high: z.number() }),
  compute: (i) => wilson(i.successes, i.trials, i.confidence),
  working: (i, o) => {
    const z2 = normalQuantile(1 - (1 - i.confidence) / 2);
    const steps = [
      { name: 'p', says: 'share seen', expression: `${i.successes} / ${i.trials}`, value: o.estimate },
      {
        name: 'z',
        says: `normal point for ${i.confidence * 100} %`,
        expression: `normalQuantile(1 - (1 - ${i.confidence}) / 2)`,
        value: z2,
      },
      {
        name: 'centre',
        says: 'centre of the interval',
        expression: `(${i.successes} + z^2 / 2) / (${i.trials} + z^2)`,
        value: (i.successes + z2 ** 2 / 2) / (i.trials + z2 ** 2),
      },
      {
        name: 'half',
        says: 'half its width',
        expression: `z / (${i.trials} + z^2) * sqrt(${i.trials} * p * (1 - p) + z^2 / 4)`,
        value: (z2 / (i.trials + z2 ** 2)) * Math.sqrt(i.trials * o.estimate * (1 - o.estimate) + z2 ** 2 / 4),
      },
      { name: 'low', says: 'lower end', expression: 'max(0, centre - half)', value: o.low },
      { name: 'high', says: 'upper end', expression: 'min(1, centre + half)', value: o.high },
    ];
    return { formula: 'Wilson score interval: centre ± z √(n p (1 − p) + z²/4) / (n + z²)', steps };
  },
  source: 'Wilson 1927, J. Am. Stat. Assoc. 22: 209-212',
  validWhen: 'The sample is taken at random from the whole; any number looked at.',
  cautions: [
    'A sample from one corner of the unit says little about the rest: take it from several depths and places.',
  ],
  example: { successes: 41, trials: 50 },
});
