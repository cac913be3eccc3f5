import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { betaCdf } from '../distributions';
import { decimals, plain } from '../quantities/format';

/** No beaker holds more: beyond this the answer is "cannot be settled by looking". */
const MOST_TRIALS = 100_000;

/** Posterior probability that the true share exceeds the threshold, from a Beta(1,1) prior. */
export function probabilityAbove(successes: number, trials: number, threshold: number): number {
  return 1 - betaCdf(threshold, successes + 1, trials - successes + 1);
}

type Verdict = 'yes' | 'no' | 'look at more';
function verdictOf(p: number, confidence: number): Verdict {
  return p >= confidence ? 'yes' : p <= 1 - confidence ? 'no' : 'look at more';
}

/**
 * Smallest further number that settles the question if the share seen so far holds (the share is carried on exactly,
 * so counts in the search need not be whole). Null when it would take more than `maxTrials` in all.
 */
export function moreNeeded(
  successes: number,
  trials: number,
  threshold: number,
  confidence: number,
  maxTrials = MOST_TRIALS,
): number | null {
  const settledAt = (more: number): boolean => {
    const share = trials === 0 ? 0.5 : successes / trials;
    return (
      verdictOf(probabilityAbove(successes + share * more, trials + more, threshold), confidence) !== 'look at more'
    );
  };
  if (settledAt(0)) return 0;
  // What was seen may count for a broken number of draws; what is still looked at comes one by one.
  const most = Math.floor(maxTrials - trials);
  if (trials === 0 || most <= 0 || !settledAt(most)) return null;
  let below = 0;
  let above = most;
  while (above - below > 1) {
    const mid = (below + above) >> 1;
    if (settledAt(mid)) above = mid;
    else below = mid;
  }
  // The posterior is very nearly, not provably, monotone in the number looked at: step back over any earlier settling.
  while (above > 1 && settledAt(above - 1)) above -= 1;
  return above;
}

export const calculation = defineCalculation({
  id: 'sample.decide',
  title: 'Is the share above the mark?',
  asks: 'Have enough swum up (eyed, filled their guts), or must I look at more?',
  input: z
    .strictObject({
      successes: schema.count,
      trials: schema.count,
      threshold: z.number().gt(0, 'must lie between 0 and 1').lt(1, 'must lie between 0 and 1'),
      confidence: z.number().gt(0.5, 'must lie between 0.5 and 1').lt(1, 'must lie between 0.5 and 1').default(0.95),
      maxTrials: z.number().int('must be a whole number').min(1, 'must be at least 1').optional(),
    })
    .refine((v) => v.successes <= v.trials, { path: ['successes'], error: 'cannot be more than trials' }),
  output: z.strictObject({
    verdict: z.enum(['yes', 'no', 'look at more']),
    probabilityAbove: z.number(),
    moreNeeded: z.number().nullable(),
  }),
  compute: (i) => {
    const p = probabilityAbove(i.successes, i.trials, i.threshold);
    return {
      verdict: verdictOf(p, i.confidence),
      probabilityAbove: p,
      moreNeeded: moreNeeded(i.successes, i.trials, i.threshold, i.confidence, i.maxTrials),
    };
  },
  working: (i, o) => ({
    formula: 'P(true share > mark) = 1 − Beta(mark; successes + 1, failures + 1)',
    steps: [
      { name: 'a', says: 'successes and one', expression: `${i.successes} + 1`, value: i.successes + 1 },
      {
        name: 'b',
        says: 'failures and one',
        expression: `${i.trials} - ${i.successes} + 1`,
        value: i.trials - i.successes + 1,
      },
      {
        name: 'probabilityAbove',
        says: 'chance that the true share is above the mark',
        expression: `1 - betaCdf(${i.threshold}, a, b)`,
        value: o.probabilityAbove,
      },
    ],
    notes: [
      `Verdict “${o.verdict}”: yes from ${plain(i.confidence)}, no up to ${decimals(1 - i.confidence, 3)}.`,
      'This is the answer of one look. Looking again and again until it says yes is wrong half the time at the mark: fix a smallest and a largest number before you start.',
    ],
  }),
  source: 'Beta-binomial posterior, uniform prior (Gelman et al. 2013, Bayesian Data Analysis, chapter 2)',
  validWhen: 'One look, sampled at random from several places; numbers fixed beforehand.',
  cautions: ['Take several beakers from several depths; do not stop at the first yes.'],
  example: { successes: 30, trials: 42, threshold: 0.6 },
});
