import type { Act, EntryTime } from './entry';
import { dayRank } from './entry';

/** Rank of an entry's acts within a day whose minutes are not known: arrivals first, losses last. */
export function rankOf(acts: readonly Act[]): number {
  if (acts.some((a) => a.act === 'bring')) return dayRank.arrival;
  if (acts.length > 0 && acts.every((a) => a.act === 'lose')) return dayRank.loss;
  return dayRank.between;
}

/**
 * The instant at which an entry takes its place. An entry of minute precision stands at its minute. One of day
 * precision stands at the start of its local day when it brings animals in, at the end when it only takes them out, at
 * midday otherwise; but never after it was recorded, so that today's "some time today" precedes what is entered next.
 * @param dayStart, dayEnd the local day's bounds, ms
 */
export function orderInstant(
  at: number,
  precision: 'minute' | 'day',
  rank: number,
  recordedAt: number,
  dayStart: number,
  dayEnd: number,
): number {
  if (precision === 'minute') return at;
  const wanted = rank === dayRank.arrival ? dayStart : rank === dayRank.loss ? dayEnd - 1 : (dayStart + dayEnd) / 2;
  return Math.max(dayStart, Math.min(wanted, recordedAt));
}

/** Order of the books: instant, then rank, then the sequence of recording (a replacement keeps its original's place). */
export function compareEntries(a: EntryTime, b: EntryTime): number {
  return a.orderAt - b.orderAt || a.rank - b.rank || a.orderSeq - b.orderSeq || a.seq - b.seq;
}
