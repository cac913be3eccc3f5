import { beltGiven, type MealState, mealStates } from '@/core/feeding/feedingDay';
import { preyMeals } from '@/core/liveFood/demand';
import { thresholds } from '@/core/thresholds';
import { atLocalHour, clock } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import type { HallUnit, HallView } from '../../views/hall';
import { rationWords, regimeWords, waitWords } from '../feedWords';

/** A tank's line on the feeding day. */
export type FeedRow = {
  key: number;
  unit: string;
  unitId: number;
  room: string;
  lot: string;
  lotId: number;
  stage: string;
  stageName: string;
  number: number;
  /** The day's ration, null where none can be told. */
  feedG: number | null;
  why: string;
  /** Its regime, where it follows one. */
  regime: string | null;
  givenG: number;
  leftG: number;
  /** Hours of the day. */
  meals: { hour: number; g: number; is: MealState['is'] }[];
  given: { hour: number; g: number }[];
  belt: { from: number; to: number; ran: number; loaded: boolean } | null;
  /** Why nothing is given just now. */
  waits: string | null;
  /** What stands behind “given as prescribed”: the meals that are due, else the next. */
  due: { g: number; meals: number; now: boolean } | null;
  feed: { label: string; lotId: number | null; short: boolean } | null;
  /** Live food of its regime: how much a meal, how many of today's were given, and what is due. */
  prey: { feed: string; each: number; given: number; meals: number; due: number | null } | null;
};

/** Feed is weighed out to what a kitchen scale shows. */
export const weighedOut = (g: number): number => (g < 10 ? Math.round(g * 10) / 10 : Math.round(g));

export function feedRowsOf(hall: HallView, reader: { timeZone: string; now: number; us: boolean }): FeedRow[] {
  return hall.units.flatMap((u) => u.fed.map((f) => feedRowOf(u, f, reader)));
}

/** The line of what stands in one tank. */
export function feedRowOf(
  u: HallUnit,
  f: HallUnit['fed'][number],
  reader: { timeZone: string; now: number; us: boolean },
): FeedRow {
  const { timeZone, now } = reader;
  const h = u.holdings.find((x) => x.holdingId === f.holdingId)!;
  const dayStart = atLocalHour(now, 0, timeZone);
  const hour = (at: number) => (at - dayStart) / HOUR_MS;
  const feedG = f.prescribed.is === 'ration' ? f.prescribed.feedG : null;
  const pending = f.meals.filter((m) => m.is === 'now' || m.is === 'late');
  const next = f.meals.find((m) => m.is === 'coming');
  const belt = f.plan.by === 'belt' && feedG;
  const from = belt ? hour(atLocalHour(now, f.plan.fromHour, timeZone)) : 0;
  const to = belt ? hour(atLocalHour(now, f.plan.toHour, timeZone)) : 0;
  const sum = (list: readonly { g: number }[]) => weighedOut(list.reduce((s, m) => s + m.g, 0));
  return {
    key: f.holdingId,
    unit: u.name,
    unitId: u.id,
    room: u.room,
    lot: h.lot,
    lotId: h.lotId,
    stage: h.stage,
    stageName: h.stageName,
    number: h.number,
    feedG,
    why: rationWords(f),
    regime: f.regime && regimeWords(f.regime, reader.us),
    givenG: f.givenG,
    leftG: f.leftG,
    meals: f.meals.map((m) => ({ hour: hour(m.at), g: m.g, is: m.is })),
    given: f.today.map((m) => ({ hour: hour(m.at), g: m.g })),
    belt: belt
      ? {
          from,
          to,
          ran: f.givenG > 0 ? beltGiven(1, from, to, hour(now)) : 0,
          loaded: f.givenG >= 0.5 * belt,
        }
      : null,
    prey: preyOf(u, f, hour, now, dayStart),
    waits: f.waits ? waitWords(f.waits, timeZone, now) : null,
    due:
      pending.length > 0
        ? { g: sum(pending), meals: pending.length, now: true }
        : next
          ? { g: sum([next]), meals: 1, now: false }
          : null,
    feed: f.product
      ? {
          label: f.product.lot ? `${f.product.name}, lot ${f.product.lot}` : `${f.product.name}, none in the store`,
          lotId: f.product.lotId,
          short: f.product.leftG < (feedG ?? 0) - f.givenG,
        }
      : f.size
        ? { label: f.size, lotId: null, short: false }
        : null,
  };
}

/** The live food that a tank's regime wants today; the volume of the tank must be known. */
function preyOf(
  u: HallUnit,
  f: HallUnit['fed'][number],
  hour: (at: number) => number,
  now: number,
  dayStart: number,
): FeedRow['prey'] {
  if (!f.regime || !u.volumeL) return null;
  const meals = preyMeals(f.regime.feeds, u.volumeL, {
    from: thresholds.preyFrom.value,
    to: thresholds.preyTo.value,
  });
  const first = meals[0];
  if (!first) return null;
  const own = meals.filter((m) => m.feed === first.feed);
  const givenN = f.preyToday.reduce((s, m) => s + m.number, 0);
  const states = mealStates(
    own.map((m) => ({ at: dayStart + m.at * HOUR_MS, g: m.number })),
    givenN,
    now,
  );
  const due = states.find((s) => s.is === 'now' || s.is === 'late');
  return {
    feed: first.feed,
    each: first.number,
    given: states.filter((s) => s.is === 'given').length,
    meals: own.length,
    due: due ? hour(due.at) : null,
  };
}

/** One cup to weigh out: of which bag, how much, for how many meals. */
export type Cup = { unit: string; lot: string; room: string; meals: number; eachG: number; sumG: number; key: number };
export type Bag = { feed: string; sumG: number; cups: Cup[] };

/** What is still to be weighed out today, bag by bag, in the order of the walk; tanks that get nothing have no cup. */
export function bagsOf(rows: readonly FeedRow[]): Bag[] {
  const bags = new Map<string, Bag>();
  for (const r of rows) {
    const left = r.meals.filter((m) => m.is !== 'given');
    const eachG = left[0]?.g ?? 0;
    if (left.length === 0 || weighedOut(eachG) <= 0) continue;
    const feed = r.feed?.label ?? 'feed not chosen';
    const bag = bags.get(feed) ?? { feed, sumG: 0, cups: [] };
    const sumG = left.reduce((s, m) => s + m.g, 0);
    bag.sumG += sumG;
    bag.cups.push({
      unit: r.unit,
      lot: r.lot,
      room: r.room,
      meals: left.length,
      eachG: weighedOut(eachG),
      sumG,
      key: r.key,
    });
    bags.set(feed, bag);
  }
  return [...bags.values()].sort((a, b) => b.sumG - a.sumG);
}

/** The next hour at which hands are wanted, and by how many tanks. */
export function nextRound(
  rows: readonly FeedRow[],
  timeZone: string,
  now: number,
): { at: string; tanks: number } | null {
  const coming = rows.flatMap((r) => r.meals.filter((m) => m.is === 'coming').map((m) => m.hour));
  if (coming.length === 0) return null;
  const first = Math.min(...coming);
  const dayStart = atLocalHour(now, 0, timeZone);
  return {
    at: clock(dayStart + first * HOUR_MS, timeZone),
    tanks: rows.filter((r) => r.meals.some((m) => m.is === 'coming' && m.hour < first + 0.25)).length,
  };
}
