import { HOUR_MS, MINUTE_MS } from '../time/spans';
import type { RationPlan } from './rationPlan';

/** Meals of a day, by the mean mass, where a plan does not say: data of Reference, the last for all above. */
export type UsualMeals = readonly { belowG?: number; mealsPerDay: number }[];

export const usualMeals = (list: UsualMeals, meanG: number): number =>
  (list.find((m) => m.belowG !== undefined && meanG < m.belowG) ?? list.at(-1)!).mealsPerDay;

export type Meal = { at: number; g: number };

/**
 * The meals of a day, evenly between the first and the last hour; one alone stands in the first.
 * @param atHour the instant at which clocks of the site show an hour of the day
 */
export function mealsOf(feedG: number, meals: number, plan: RationPlan, atHour: (hour: number) => number): Meal[] {
  const from = atHour(plan.fromHour);
  const step = meals === 1 ? 0 : (atHour(plan.toHour) - from) / (meals - 1);
  return Array.from({ length: meals }, (_, i) => ({ at: Math.round(from + i * step), g: feedG / meals }));
}

/** A meal that was not given by so long after its time is late. */
const LATE_MS = 45 * MINUTE_MS;
/** Of a meal, so much counts as the whole. */
const NEARLY = 0.5;

export type MealState = Meal & { is: 'given' | 'late' | 'now' | 'coming' };

/**
 * Which meals what was given covers, first to last: half a meal more counts as one. What was given is held against the
 * day's sum, so that one large cup in the morning stands for the meals that it was.
 */
export function mealStates(meals: readonly Meal[], givenG: number, now: number): MealState[] {
  let left = givenG;
  return meals.map((m) => {
    const given = m.g > 0 && left >= NEARLY * m.g;
    left -= m.g;
    if (given) return { ...m, is: 'given' };
    if (now < m.at - LATE_MS) return { ...m, is: 'coming' };
    return { ...m, is: now > m.at + LATE_MS ? 'late' : 'now' };
  });
}

/** What a belt has laid down by now, g: evenly from its start to its end. */
export function beltGiven(feedG: number, from: number, to: number, now: number): number {
  return feedG * Math.min(1, Math.max(0, (now - from) / (to - from)));
}

/** Until when a tank rests after animals came in, ms; null where that is over. */
export function restsUntil(cameAt: number, now: number, hours: number): number | null {
  const until = cameAt + hours * HOUR_MS;
  return now < until && cameAt <= now ? until : null;
}
