import { accumulate, crossing, makeTimeline, type Point, valueAt } from '../development/timeline';
import { Z95 } from '../quantities/interval';
import { DAY_MS } from '../time/spans';

/** What happens between hatch and the time when food comes too late, in the order in which most larvae go through it. */
export const larvalEvents = [
  'mouthOpen',
  'bladderFrom',
  'firstFeeding',
  'yolkGone',
  'bladderUntil',
  'noReturn',
] as const;
export type LarvalEvent = (typeof larvalEvents)[number];

/** As Reference names them, and the page. */
export const eventWords: Readonly<Record<LarvalEvent, string>> = {
  mouthOpen: 'mouth opens',
  bladderFrom: 'swim bladder begins to fill',
  firstFeeding: 'first feeding',
  yolkGone: 'yolk used up',
  bladderUntil: 'swim bladder fills no more',
  noReturn: 'point of no return',
};

/** When an event comes: as likely before as after `at`, and 19 in 20 between `low` and `high`. */
export type LarvalDate = { id: LarvalEvent; at: number; low: number; high: number };

export type LarvalClock = {
  hatchAt: number;
  dates: Partial<Record<LarvalEvent, LarvalDate>>;
  /** Share of the way from the hatch to first feeding that has passed; above 1 after it. */
  passed: number;
};

/** Where on the way from the hatch (0) to first feeding (1) an event lies, and how far lots differ in it (sd of the way). */
export type LarvalPlace = { id: Exclude<LarvalEvent, 'firstFeeding'>; way: number; sd: number };

/** Events are sought so far ahead: salmonids in the cold take half a year. */
const AHEAD_MS = 300 * DAY_MS;

/**
 * The clock of larvae between their yolk and their food: how far they are is the integral of the rate at which they come
 * to feed over the water that they stand in; each event lies at its share of that way, before first feeding or after it.
 * So a water that is warmed brings them all nearer, and a lot that is known to be fast is fast in all of them.
 *
 * @param rate share of the way from hatch to first feeding that is gone in a day at a temperature, °C
 * @param feeding when they come to feed as seen or foreseen of this very lot; null: by the rate alone, `cv` its spread
 * @returns null where the rate has no value in this water, or first feeding is out of sight
 */
export function larvalClock(i: {
  hatchAt: number;
  feeding: { at: number; low: number; high: number } | null;
  /** They were seen feeding then: they came to it at the latest by that time. */
  by?: number | null;
  cv: number;
  rate: (celsius: number) => number;
  places: readonly LarvalPlace[];
  temperatures: readonly Point[];
  now: number;
}): LarvalClock | null {
  if (i.temperatures.length === 0) return null;
  const line = makeTimeline(i.temperatures, [], i.hatchAt, Math.max(i.now, i.hatchAt) + AHEAD_MS);
  const sum = accumulate(line, i.rate);
  const foreseen = i.feeding?.at ?? crossing(line, sum, 1);
  const early = i.by !== undefined && i.by !== null && i.by < foreseen ? i.by : null;
  const feeding = early === null ? i.feeding : { at: early, low: early, high: early };
  const way = feeding ? valueAt(line, sum, feeding.at) : 1;
  if (!(way > 0)) return null;
  // One doubt of the whole way, in logs: what was seen has none.
  const doubt = feeding
    ? Math.max(0, Math.log(valueAt(line, sum, feeding.high) / Math.max(1e-9, valueAt(line, sum, feeding.low)))) /
      (2 * Z95)
    : i.cv;
  const when = (share: number) => crossing(line, sum, share * way);
  const dates: LarvalClock['dates'] = {};
  const feeds = feeding?.at ?? when(1);
  if (!Number.isFinite(feeds)) return null;
  const put = (id: LarvalEvent, share: number, sd: number) => {
    // Shares lie above nought: their doubt is taken on the log scale, as that of the way is.
    const whole = Math.hypot(sd / share, doubt);
    const [low, at, high] = [when(share * Math.exp(-Z95 * whole)), when(share), when(share * Math.exp(Z95 * whole))];
    if (Number.isFinite(at) && Number.isFinite(low))
      dates[id] = { id, at, low, high: Number.isFinite(high) ? high : line.at.at(-1)! };
  };
  for (const p of i.places) put(p.id, p.way, p.sd);
  dates.firstFeeding = feeding
    ? { id: 'firstFeeding', at: feeds, low: feeding.low, high: feeding.high }
    : { id: 'firstFeeding', at: feeds, low: when(Math.exp(-Z95 * i.cv)), high: when(Math.exp(Z95 * i.cv)) };
  return { hatchAt: i.hatchAt, dates, passed: valueAt(line, sum, i.now) / way };
}
