import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { wilson } from './proportion';

const group = z
  .strictObject({ successes: schema.count, trials: schema.count.min(1, 'needs at least one looked at') })
  .refine((g) => g.successes <= g.trials, { path: ['successes'], error: 'cannot be more than trials' });

export type Verdict = 'first is higher' | 'second is higher' | 'no difference seen';

/**
 * Difference of two shares with its interval, from the Wilson ends of each.
 * @example difference({ successes: 56, trials: 70 }, { successes: 48, trials: 80 }) // 0.2, 0.0524 to 0.3339
 */
export function shareDifference(
  a: { successes: number; trials: number },
  b: { successes: number; trials: number },
  confidence = 0.95,
): { difference: number; low: number; high: number; verdict: Verdict } {
  const p = wilson(a.successes, a.trials, confidence);
  const q = wilson(b.successes, b.trials, confidence);
  const difference = p.estimate - q.estimate;
  const low = difference - Math.hypot(p.estimate - p.low, q.high - q.estimate);
  const high = difference + Math.hypot(p.high - p.estimate, q.estimate - q.low);
  return {
    difference,
    low,
    high,
    verdict: low > 0 ? 'first is higher' : high < 0 ? 'second is higher' : 'no difference seen',
  };
}

export const calculation = defineCalculation({
  id: 'sample.difference',
  title: 'Two shares compared',
  asks: 'So many of so many here, so many of so many there: how far apart are the two, and is it more than chance?',
  input: z.strictObject({ first: group, second: group, confidence: schema.confidence }),
  output: z.strictObject({
    difference: z.number(),
    low: z.number(),
    high: z.number(),
    verdict: z.enum(['first is higher', 'second is higher', 'no difference seen']),
  }),
  compute: (i) => shareDifference(i.first, i.second, i.confidence),
  working: (i, o) => {
    const p = wilson(i.first.successes, i.first.trials, i.confidence);
    const q = wilson(i.second.successes, i.second.trials, i.confidence);
    return {
      formula: 'p − q, from √((p − its low)² + (q’s high − q)²) below to √((p’s high − p)² + (q − its low)²) above',
      steps: [
        { name: 'p', says: 'first share', expression: `${i.first.successes} / ${i.first.trials}`, value: p.estimate },
        {
          name: 'q',
          says: 'second share',
          expression: `${i.second.successes} / ${i.second.trials}`,
          value: q.estimate,
        },
        { name: 'difference', says: 'how far apart', expression: 'p - q', value: o.difference },
        {
          name: 'low',
          says: 'lower end, from the Wilson ends of each',
          expression: `difference - sqrt((p - ${p.low})^2 + (${q.high} - q)^2)`,
          value: o.low,
        },
        {
          name: 'high',
          says: 'upper end',
          expression: `difference + sqrt((${p.high} - p)^2 + (q - ${q.low})^2)`,
          value: o.high,
        },
      ],
    };
  },
  source: 'Newcombe 1998, Statistics in Medicine 17: 873-890, method 10',
  validWhen: 'Both are random samples, and they differ in nothing else that matters: season, tank and age are named.',
  cautions: ['No difference seen is no proof that there is none: with few animals only a large one shows.'],
  example: { first: { successes: 56, trials: 70 }, second: { successes: 48, trials: 80 } },
});
