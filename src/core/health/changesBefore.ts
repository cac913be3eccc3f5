import { DAY_MS } from '../time/spans';

/** Something that happened to a unit: `key` says what is the same thing elsewhere. */
export type Change = {
  unit: number;
  at: number;
  key: string;
  says: string;
  /** Goes on from then: another unit has it, however long ago it began there. */
  lasts?: true;
  /** May be an answer to the rise itself: counts only before its first day. */
  answer?: true;
};

/** What happened before a rise, beside how many of the others it happened to. An association, no cause. */
export type Association = {
  key: string;
  says: string;
  /** Of the units with a rise, how many it happened to; of the others likewise. */
  ill: { with: number; of: number };
  others: { with: number; of: number };
  /** From the change to the first day of the rise, on the average, days. */
  daysBefore: number;
  fits: 'well' | 'partly' | 'hardly';
};

/** A change longer before a rise is not looked at. */
export const BEFORE_DAYS = 10;
/** A change so many days before the rise fits half as well in time as one of the day itself. */
const HALF_DAYS = 4;
/** From so much on it fits well, or partly: the difference of shares, times how well it fits in time. `verify` */
const [WELL, PARTLY] = [0.5, 0.2];

/**
 * Lists what happened to units before the dead rose there, by how well it fits in time and place: the share of units
 * with a rise that it happened to, less that of the others (half a unit added to each side, so that one tank alone proves
 * nothing), times a weight that falls with the days in between. It says what goes together, not what caused it.
 * @param ill units with a rise and the first day of it, ms
 */
export function changesBefore(
  changes: readonly Change[],
  ill: readonly { unit: number; since: number }[],
  others: readonly number[],
): Association[] {
  if (ill.length === 0) return [];
  const end = (since: number) => since + DAY_MS;
  const start = (since: number) => since - BEFORE_DAYS * DAY_MS;
  const [first, last] = [Math.min(...ill.map((i) => start(i.since))), Math.max(...ill.map((i) => end(i.since)))];
  const well = new Set(others);
  const keys = new Map<string, Change[]>();
  for (const c of changes) keys.set(c.key, [...(keys.get(c.key) ?? []), c]);
  return [...keys.values()]
    .flatMap((of): (Association & { score: number })[] => {
      const lags = ill.flatMap((i) => {
        const latest = Math.max(
          ...of
            .filter((c) => c.unit === i.unit && c.at >= start(i.since) && c.at < (c.answer ? i.since : end(i.since)))
            .map((c) => c.at),
        );
        return Number.isFinite(latest) ? [Math.max(0, (i.since - latest) / DAY_MS)] : [];
      });
      if (lags.length === 0) return [];
      const elsewhere = new Set(
        of.filter((c) => well.has(c.unit) && (c.lasts || c.at >= first) && c.at < last).map((c) => c.unit),
      ).size;
      const place = (lags.length + 0.5) / (ill.length + 1) - (elsewhere + 0.5) / (well.size + 1);
      const time = lags.reduce((s, d) => s + 1 / (1 + d / HALF_DAYS), 0) / lags.length;
      const score = place * time;
      return [
        {
          key: of[0]!.key,
          says: of[0]!.says,
          ill: { with: lags.length, of: ill.length },
          others: { with: elsewhere, of: well.size },
          daysBefore: lags.reduce((s, d) => s + d, 0) / lags.length,
          fits: score >= WELL ? 'well' : score >= PARTLY ? 'partly' : 'hardly',
          score,
        },
      ];
    })
    .sort((a, b) => b.score - a.score)
    .map(({ score, ...a }) => a);
}
