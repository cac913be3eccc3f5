import { probabilityAbove } from '../sampling/decide';
import { DAY_MS, HOUR_MS } from '../time/spans';
import type { LarvalClock } from './larvalClock';

/** So many of so many, in one sample or in those of one round. */
export type Sample = { successes: number; trials: number; at: number };

/** What a sample says of a mark: beyond chance above it, beyond chance below, or not to be told yet. */
export type Verdict = 'above' | 'below' | 'open';

/** How sure a verdict is. */
export const SURE = 0.95;

/** @param mark share  @example verdictOf({ successes: 48, trials: 50, at: 0 }, 0.8) // 'above' */
export function verdictOf(s: Pick<Sample, 'successes' | 'trials'>, mark: number): Verdict {
  const p = probabilityAbove(s.successes, s.trials, mark);
  return p >= SURE ? 'above' : p <= 1 - SURE ? 'below' : 'open';
}

/** What is known of larvae that come to feed, besides their clock. */
export type LarvaeNow = {
  /** Their food so far, dry or live, and whether the last of it was live; null for none. */
  food: { first: number; last: number; days: number; live: boolean } | null;
  /** Full guts, filled swim bladders as last looked at; null where nobody looked lately. */
  guts: Sample | null;
  bladders: Sample | null;
  /** Died in the last three days, and how many stood there; null where no dead were counted. */
  dead: { number: number; of: number } | null;
  taken: boolean;
};

export type LarvaeMarks = {
  gutFull: number;
  bladderFilled: number;
  /** Longest night or pause between meals that larvae bear, hours. */
  longestGapHours: number;
  /** The same of dry feed: a belt that runs is loaded once a day. */
  longestGapDryHours: number;
  takenDays: number;
  takenDeadADay: number;
};

export type LarvalState = {
  /** What stands in front. */
  is:
    | 'unknown'
    | 'yolk'
    | 'soon'
    | 'firstMealDue'
    | 'mealLate'
    | 'starving'
    | 'tooLate'
    | 'gap'
    | 'notTaking'
    | 'bladders'
    | 'look'
    | 'feeding'
    | 'ready'
    | 'taken';
  tone: 'calm' | 'now' | 'overdue' | 'grave';
};

/** Criteria by which feeding is declared taken: each met, not met, or not known. */
export type Criterion = { id: 'guts' | 'days' | 'dead'; met: boolean | null };

/** A look at the guts holds so long. */
const LOOK_MS = DAY_MS;

/** @returns the criteria in their order: share that feeds, days that they were fed, dead */
export function takenCriteria(l: LarvaeNow, marks: LarvaeMarks): Criterion[] {
  const guts = l.guts ? verdictOf(l.guts, marks.gutFull) : null;
  return [
    { id: 'guts', met: guts === null || guts === 'open' ? null : guts === 'above' },
    { id: 'days', met: l.food !== null && l.food.days >= marks.takenDays },
    {
      id: 'dead',
      // What died stood there too.
      met: l.dead === null ? null : l.dead.number <= 3 * marks.takenDeadADay * (l.dead.of + l.dead.number),
    },
  ];
}

/**
 * How larvae stand between yolk and food, the gravest first: without any food it is the clock that counts; with food,
 * pauses, then what their guts and bladders show.
 */
export function larvalState(clock: LarvalClock | null, l: LarvaeNow, marks: LarvaeMarks, now: number): LarvalState {
  if (l.taken) return { is: 'taken', tone: 'calm' };
  const d = clock?.dates;
  const feeds = d?.firstFeeding;
  if (!d || !feeds) return { is: 'unknown', tone: 'calm' };
  if (!l.food) {
    if (d.noReturn && now >= d.noReturn.at) return { is: 'tooLate', tone: 'grave' };
    if (d.noReturn && now >= feeds.at + (d.noReturn.low - feeds.at) / 2 && now >= feeds.low)
      return { is: 'starving', tone: 'grave' };
    if (now >= feeds.high) return { is: 'mealLate', tone: 'overdue' };
    if (now >= feeds.low) return { is: 'firstMealDue', tone: 'now' };
    return { is: now >= (d.mouthOpen?.low ?? feeds.low) ? 'soon' : 'yolk', tone: 'calm' };
  }
  const gapHours = l.food.live ? marks.longestGapHours : marks.longestGapDryHours;
  if (now - l.food.last > gapHours * HOUR_MS) return { is: 'gap', tone: 'grave' };
  const guts = l.guts && now - l.guts.at <= LOOK_MS ? verdictOf(l.guts, marks.gutFull) : null;
  if (guts === 'below' && now >= feeds.at) {
    const grave = d.noReturn !== undefined && now >= feeds.at + (d.noReturn.low - feeds.at) / 2;
    return { is: 'notTaking', tone: grave ? 'grave' : 'overdue' };
  }
  if (
    l.bladders &&
    d.bladderUntil &&
    d.bladderFrom &&
    now >= d.bladderFrom.high &&
    now < d.bladderUntil.high &&
    verdictOf(l.bladders, marks.bladderFilled) === 'below'
  )
    return { is: 'bladders', tone: 'overdue' };
  if (takenCriteria(l, marks).every((c) => c.met === true)) return { is: 'ready', tone: 'now' };
  if (guts === null && now - l.food.first > LOOK_MS) return { is: 'look', tone: 'now' };
  return { is: 'feeding', tone: 'calm' };
}
