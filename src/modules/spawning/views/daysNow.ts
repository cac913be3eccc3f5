import { mustCheckAgain } from '@/core/induction/latency';
import { byUrgency, type DayDue, dayDue } from '@/core/spawning/due';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';
import { dayView } from './day';

/** Something wanted on an open spawning day: which day, and what that is called. */
export type DayWant = DayDue & { day: number; dayName: string };
/** The hours in which an injected female may run, ms. */
export type RunWindow = { day: number; tag: string; from: number; at: number; to: number };
export type DaysNow = {
  /** What is due now, and what will be within half a day; the most urgent first. */
  wants: DayWant[];
  windows: RunWindow[];
};

/**
 * What the spawning day wants, over all open days that are near: for the mark on the life line, and for Today. A bowl that
 * waits to be counted is shown on its page only; nobody need run for it.
 */
export async function daysNow(db: Db, siteId: number, now: number): Promise<DaysNow> {
  const days = await db('spawning_day')
    .where({ site_id: siteId, closed: false })
    .whereBetween('day', [now - NEAR_MS, now + NEAR_MS])
    .orderBy('day')
    .limit(6)
    .pluck('id');
  const views = (await Promise.all(days.map((id) => dayView(db, { siteId }, id, now, { marks: true })))).filter(
    (v) => v !== null,
  );
  return {
    wants: views
      .flatMap((v) => dayDue(v, now).map((d) => ({ ...d, day: v.id, dayName: v.name })))
      .filter((d) => d.about.act !== 'count' && (d.now || d.at <= now + SOON_MS))
      .sort(byUrgency),
    windows: views.flatMap((v) =>
      v.females.flatMap(({ fish, clock, checks, strips }) =>
        clock?.low != null &&
        clock.at !== null &&
        clock.high !== null &&
        strips.length === 0 &&
        mustCheckAgain(checks.at(-1)?.found)
          ? [{ day: v.id, tag: fish.tag, from: clock.low, at: clock.at, to: clock.high }]
          : [],
      ),
    ),
  };
}

/** Injections begin some days before the day; what was left open longer ago is no longer urgent. */
const NEAR_MS = 5 * DAY_MS;
/** Whoever goes home in the evening sees what the night wants. */
const SOON_MS = 12 * HOUR_MS;
