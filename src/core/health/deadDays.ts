import { decimals, grouped } from '../quantities/format';
import { localDay } from '../time/localDay';
import { DAY_MS } from '../time/spans';
import { type DayDead, type DayWatched, type WatchOptions, watchDead } from './mortalityAlarm';

/** Dead as they were counted: when, how many, and how many there were before they were taken out. */
export type DeadCount = { at: number; dead: number; before: number };

/** The dead of a local day; of several days where nobody counted in between, then `atRisk` is that of all of them. */
export type DeadDay = DayDead & { day: number; days: number };

/** Days that nobody counted are remembered so far: what was found after a longer gap is not all that died. */
const MOST_DAYS = 7;
/** A first count that came later than this after the animals did is the first that was written down, of one day. */
const FIRST_DAYS = 3;

/**
 * Counts of a unit by local day, oldest first. Counts of one day are added; a day without a count belongs to the next
 * one that has it. The first count stands for
 * the days since `openedAt`, where those are few.
 */
export function deadDays(counts: readonly DeadCount[], openedAt: number, timeZone: string): DeadDay[] {
  const byDay = new Map<number, { dead: number; before: number }>();
  for (const c of [...counts].sort((a, b) => a.at - b.at)) {
    const day = localDay(c.at, timeZone).start;
    const known = byDay.get(day);
    byDay.set(day, { dead: (known?.dead ?? 0) + c.dead, before: known?.before ?? c.before });
  }
  let last = localDay(openedAt, timeZone).start;
  return [...byDay].map(([day, { dead, before }], i) => {
    // Days are 23 to 25 hours long.
    const gap = Math.max(1, Math.round((day - last) / DAY_MS));
    const days = i === 0 && gap > FIRST_DAYS ? 1 : Math.min(MOST_DAYS, gap);
    last = day;
    return { day, days, dead, atRisk: Math.max(dead, before * days) };
  });
}

/** A day of a unit beside what was expected of it. */
export type JudgedDay = DeadDay & Pick<DayWatched, 'expected' | 'low' | 'high' | 'alarm'>;

/** A rise as it is called out: its first day, the days that were counted since, their dead and what was expected of them. */
export type DeadRise = { since: number; days: number; dead: number; expected: number };

/** The watch over the dead of a unit. */
export type DeadWatch = {
  days: JudgedDay[];
  /** What a day brings as a rule: by the days before the rise, while there is one. Null while there is too little to go by. */
  usual: { expected: number; low: number; high: number } | null;
  rise: DeadRise | null;
};

/** Watches the counts of a unit. @param days of `deadDays`, one at least */
export function watchOfDays(days: readonly DeadDay[], o: WatchOptions): DeadWatch {
  const watched = watchDead(days, o);
  const last = watched.at(-1)!;
  const covers = days.at(-1)!.days;
  const judged = days.map((d, i): JudgedDay => {
    const { expected, low, high, alarm } = watched[i]!;
    return { ...d, expected, low, high, alarm };
  });
  const since = last.since === null ? null : judged.slice(last.since);
  // While a rise stands, what is expected is what was usual before it began.
  const rate = (last.expected ?? 0) / Math.max(1, days.at(-1)!.atRisk);
  return {
    days: judged,
    usual:
      last.expected === null
        ? null
        : {
            expected: last.expected / covers,
            low: Math.floor(last.low! / covers),
            high: Math.ceil(last.high! / covers),
          },
    rise: since && {
      since: since[0]!.day,
      days: since.reduce((s, d) => s + d.days, 0),
      dead: since.reduce((s, d) => s + d.dead, 0),
      expected: since.reduce((s, d) => s + rate * d.atRisk, 0),
    },
  };
}

/** A rise in words: `31 dead in 3 days, 12 expected`. */
export const riseSays = (r: DeadRise): string =>
  `${grouped(r.dead)} dead in ${r.days === 1 ? 'a day' : `${r.days} days`}, ${r.expected < 10 ? decimals(r.expected, 1) : grouped(Math.round(r.expected))} expected`;
