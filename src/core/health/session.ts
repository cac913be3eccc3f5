import { HOUR_MS } from '../time/spans';

/** One batch of a session: so many, by whose hands, how long they slept, how many did not wake. */
export type SessionBatch = { at: number; number: number; hand: string; asleepS: number | null; dead: number };

export type SessionPlan = {
  /** Animals that are to be done. */
  number: number;
  doseMl: number;
  /** The longest that they may sleep, s; null where nobody said. */
  longestS: number | null;
  /** Animals after which a needle is changed; null where nobody said. */
  needleAfter: number | null;
};

export type SessionState = {
  done: number;
  dead: number;
  left: number;
  volumeMl: number;
  /** Batches that slept longer than they may. */
  tooLong: number;
  /** Of each pair of hands: animals, an hour, and since its needle was changed. */
  hands: { hand: string; done: number; perHour: number | null; sinceNeedle: number; needleDue: boolean }[];
  /** When it will be through at the pace so far; null before there is one. */
  endsAt: number | null;
};

/** A pause longer than this is no part of a pair of hands' pace. */
const PAUSE_MS = 20 * 60_000;

/**
 * Where a session stands by its batches. The pace of hands is what they did between their first batch and their last,
 * pauses left out; needles count on from the last change of each.
 * @param needles when each pair of hands changed its needle
 */
export function sessionState(
  batches: readonly SessionBatch[],
  plan: SessionPlan,
  now: number,
  needles: readonly { hand: string; at: number }[] = [],
): SessionState {
  const sorted = [...batches].sort((a, b) => a.at - b.at);
  const sum = (of: readonly SessionBatch[]) => of.reduce((s, b) => s + b.number, 0);
  const names = [...new Set(sorted.map((b) => b.hand))];
  const hands = names.map((hand) => {
    const own = sorted.filter((b) => b.hand === hand);
    const changed = Math.max(Number.NEGATIVE_INFINITY, ...needles.filter((n) => n.hand === hand).map((n) => n.at));
    const since = sum(own.filter((b) => b.at > changed));
    return {
      hand,
      done: sum(own),
      perHour: paceOf(own),
      sinceNeedle: since,
      needleDue: plan.needleAfter !== null && since >= plan.needleAfter,
    };
  });
  const done = sum(sorted);
  const left = Math.max(0, plan.number - done);
  const pace = hands.reduce((s, h) => s + (h.perHour ?? 0), 0);
  return {
    done,
    dead: sorted.reduce((s, b) => s + b.dead, 0),
    left,
    volumeMl: done * plan.doseMl,
    tooLong: plan.longestS === null ? 0 : sorted.filter((b) => (b.asleepS ?? 0) > plan.longestS!).length,
    hands,
    endsAt: left === 0 ? null : pace > 0 ? now + (left / pace) * HOUR_MS : null,
  };
}

/** Animals an hour between batches that follow each other; null of fewer than two. */
function paceOf(own: readonly SessionBatch[]): number | null {
  let [ms, number] = [0, 0];
  for (const [i, b] of own.entries()) {
    const gap = i === 0 ? Number.POSITIVE_INFINITY : b.at - own[i - 1]!.at;
    if (gap > PAUSE_MS) continue;
    ms += gap;
    number += b.number;
  }
  return ms > 0 ? (number * HOUR_MS) / ms : null;
}
