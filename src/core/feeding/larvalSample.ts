import { moreNeeded } from '../sampling/decide';
import { wilson } from '../sampling/proportion';
import { thresholds } from '../thresholds';
import { type Sample, SURE, verdictOf } from './larvalState';

/** What is looked at in larvae that come to feed, in the order in which it matters, and which way is good. */
const looks = {
  gutFull: { mark: () => thresholds.gutFullShare.value, good: 'above' },
  bladder: { mark: () => thresholds.bladderShare.value, good: 'above' },
  tookNext: { mark: () => thresholds.nextSizeShare.value, good: 'above' },
  clinging: { mark: () => thresholds.clingingShare.value, good: 'below' },
  yolkLeft: { mark: () => thresholds.yolkShare.value, good: 'below' },
  deformed: { mark: () => thresholds.deformedShare.value, good: 'below' },
} as const;
export type LarvalCheck = keyof typeof looks;
export const larvalChecks = Object.keys(looks) as LarvalCheck[];

/** A sample against its mark: good or bad beyond chance, or how many more would tell. */
export type Judged = {
  is: 'good' | 'bad' | 'open';
  share: number;
  low: number;
  high: number;
  mark: number;
  good: 'above' | 'below';
  /** So many more settle it if they show the same; null where none would, 0 where it is settled. */
  more: number | null;
};

/** Nobody looks at more than this many larvae of a tank. */
const MOST = 400;

/** @example judgeLarvae('gutFull', { successes: 48, trials: 50 }).is // 'open': nine in ten may well be fewer */
export function judgeLarvae(check: LarvalCheck, s: Pick<Sample, 'successes' | 'trials'>): Judged {
  const { mark, good } = looks[check];
  const m = mark();
  // Few that cling are many that do not: one question, asked of whichever is wanted.
  const asked =
    good === 'above'
      ? { successes: s.successes, trials: s.trials, mark: m }
      : { successes: s.trials - s.successes, trials: s.trials, mark: 1 - m };
  const v = verdictOf(asked, asked.mark);
  const { estimate, low, high } = wilson(s.successes, s.trials);
  return {
    is: v === 'above' ? 'good' : v === 'below' ? 'bad' : 'open',
    share: estimate,
    low,
    high,
    mark: m,
    good,
    more: moreNeeded(asked.successes, asked.trials, asked.mark, SURE, MOST),
  };
}
