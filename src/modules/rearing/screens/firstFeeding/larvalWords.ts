import type { LarvalDate } from '@/core/feeding/larvalClock';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { DAY_MS, HOUR_MS, MINUTE_MS } from '@/core/time/spans';
import type { LarvaeAt } from '@/server/stock/feeding/larvae';

type Reader = { now: number; timeZone: string };

/** A day, with the hour where it is near. */
export const whenWords = (at: number, { now, timeZone }: Reader): string =>
  isoDay(at, timeZone) === isoDay(now, timeZone)
    ? clock(at, timeZone)
    : Math.abs(at - now) < 3 * DAY_MS
      ? `${dayMonth(at, timeZone, now)} ${clock(at, timeZone)}`
      : dayMonth(at, timeZone, now);

/** How long until then, or since: minutes, hours up to two days, days beyond. @example spanWords(90 * 3_600_000) // '4 days' */
export function spanWords(ms: number): string {
  if (Math.abs(ms) < 1.5 * HOUR_MS) return `${Math.round(Math.abs(ms) / MINUTE_MS)} min`;
  const hours = Math.round(Math.abs(ms) / HOUR_MS);
  if (hours < 48) return `${hours} h`;
  return `${Math.round(Math.abs(ms) / DAY_MS)} days`;
}

/** A date with its interval, as one unit. */
export const dateWords = (d: LarvalDate, r: Reader): string =>
  `${whenWords(d.at, r)} (${dayMonth(d.low, r.timeZone, r.now)} to ${dayMonth(d.high, r.timeZone, r.now)})`;

/** How larvae of a tank stand, and what to do: one sentence. */
export function larvalWords(l: Pick<LarvaeAt, 'state' | 'clock' | 'food' | 'noClock' | 'taken'>, r: Reader): string {
  const d = l.clock?.dates;
  const noReturn = d?.noReturn;
  const left =
    noReturn === undefined
      ? ''
      : r.now < noReturn.low
        ? `, ${spanWords(noReturn.low - r.now)} to the point of no return at the earliest`
        : ', and the point of no return may be past';
  switch (l.state.is) {
    case 'unknown':
      return l.noClock === 'water'
        ? 'no thermometer tells their water: no dates'
        : 'when they hatched is not known: choose a regime and say it there';
    case 'yolk':
      return d?.mouthOpen ? `on their yolk; the mouth opens ${whenWords(d.mouthOpen.at, r)}` : 'on their yolk';
    case 'soon':
      return `the mouth opens; have food ready by ${whenWords(d!.firstFeeding!.low, r)}`;
    case 'firstMealDue':
      return 'first meal now: offer a little, look whether they take it';
    case 'mealLate':
      return `nothing given, the first meal was due ${spanWords(r.now - d!.firstFeeding!.at)} ago${left}`;
    case 'starving':
      return `starving: nothing given${left}`;
    case 'tooLate':
      return 'nothing given by the point of no return: feed what still swims, and look how many can';
    case 'gap':
      return `no meal for ${spanWords(r.now - l.food!.last)}: they hold nothing in reserve`;
    case 'notTaking':
      return `too few take it${left}: other prey, more of it, light, film, temperature`;
    case 'bladders':
      return `swim bladders empty and ${spanWords(d!.bladderUntil!.high - r.now)} left at most: film off, sprays on`;
    case 'look':
      return 'fed; look at their guts an hour after the next meal';
    case 'ready':
      return 'all criteria are met: declare feeding taken';
    case 'taken':
      return `feeding taken ${whenWords(l.taken!.at, r)}, ${l.taken!.by}`;
    case 'feeding':
      return `fed since ${whenWords(l.food!.first, r)}`;
  }
}

/** In a few words, below a tank of the hall and on Today; null where nothing is wanted. */
export function larvalWant(l: Pick<LarvaeAt, 'state'>): { says: string; grave: boolean } | null {
  const words: Partial<Record<LarvaeAt['state']['is'], string>> = {
    tooLate: 'never fed, past the point of no return',
    starving: 'larvae starve: nothing given yet',
    mealLate: 'first meal is late',
    gap: 'no meal for too long',
    notTaking: 'too few larvae take their food',
    bladders: 'swim bladders empty',
    firstMealDue: 'first meal now',
    look: 'look at their guts',
    ready: 'feeding may be declared taken',
  };
  const says = words[l.state.is];
  return says ? { says, grave: l.state.tone === 'grave' } : null;
}

/** What a sample of the next feed says of the change that comes, or runs; null where nothing is to be said. */
export function adviceWords(r: LarvaeAt['regime']): string | null {
  const a = r?.advice;
  if (!r || !a) return null;
  const from = 'from' in a ? (r.by === 'days' ? `day ${a.from}` : `${a.from} degree-days`) : '';
  switch (a.is) {
    case 'hold':
      return `too few take ${a.feed}: hold the change, feed both, try again tomorrow`;
    case 'goOn':
      return `they take ${a.feed}: the change goes on`;
    case 'try':
      return `${a.feed} from ${from}: try in a beaker whether they take it`;
    case 'ready':
      return `they take ${a.feed}: it may begin before ${from}`;
  }
}
