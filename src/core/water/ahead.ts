import { normalCdf } from '../distributions';
import { thresholds } from '../thresholds';
import { localDay } from '../time/localDay';
import { DAY_MS, HOUR_MS } from '../time/spans';
import { oxygenSaturation } from './oxygen';
import { fishUse } from './stillWater';

/** Mean of an hour of a probe. */
export type HourRead = { at: number; value: number };

/** A value of a probe in an hour to come, with its doubt. */
export type HourAhead = { at: number; mean: number; sd: number };

/** Days of which the shape of a day is taken. */
const SHAPE_DAYS = 10;
/** Fewer whole days than this tell no shape. */
const LEAST_DAYS = 3;
/** Of a day so many hours must have been read. */
const LEAST_HOURS = 18;
/** A trend of the last days loses so much of itself with each day to come. */
const DAMPED = 0.6;
/** Least doubt of a day's mean to come, and of an hour about its shape. `verify` */
const [LEAST_DAY_SD, LEAST_HOUR_SD] = [0.15, 0.1];

type Shape = {
  /** Mean of each whole day, the last is that of the last 24 hours. */
  days: number[];
  /** By hour of the local day: how far it lies from the mean of the day about it. */
  hour: (number | null)[];
  hourSd: number;
};

/** Hours of the local day in which an instant lies; days of 23 and 25 hours are counted from their beginning. */
const hourOf = (at: number, timeZone: string): number =>
  Math.min(23, Math.floor((at - localDay(at, timeZone).start) / HOUR_MS));

function shapeOf(hours: readonly HourRead[], now: number, timeZone: string): Shape | null {
  // Hours are counted back from now, so that the last day is whole.
  const back = new Map<number, HourRead>();
  for (const h of hours) {
    const k = Math.floor((now - h.at) / HOUR_MS);
    if (k >= 0 && k < 24 * SHAPE_DAYS) back.set(k, h);
  }
  /** Mean of the 24 hours that begin so many hours back; a day of which hours are missing by the handful has none. */
  const dayFrom = (k: number): number | null => {
    const own = Array.from({ length: 24 }, (_, i) => back.get(k + i)).filter((h) => h !== undefined);
    return own.length < LEAST_HOURS ? null : own.reduce((s, h) => s + h.value, 0) / own.length;
  };
  const whole = Array.from({ length: SHAPE_DAYS }, (_, d) => dayFrom(24 * d));
  if (whole[0] === null || whole.filter((d) => d !== null).length < LEAST_DAYS) return null;
  // Each hour against the mean of the day about it: a water that warms day by day has no step at midnight in its shape.
  const apart = [...back].flatMap(([k, h]) => {
    if (k < 12) return [];
    const [before, after] = [dayFrom(k - 12), dayFrom(k - 11)];
    if (before === null || after === null) return [];
    return [{ hour: hourOf(h.at, timeZone), off: h.value - (before + after) / 2 }];
  });
  const hour = Array.from({ length: 24 }, (_, h) => {
    const own = apart.filter((a) => a.hour === h);
    return own.length === 0 ? null : own.reduce((s, a) => s + a.off, 0) / own.length;
  });
  const rest = apart.reduce((s, a) => s + (a.off - (hour[a.hour] ?? 0)) ** 2, 0) / Math.max(1, apart.length - 24);
  return {
    days: whole.filter((d) => d !== null).reverse(),
    hour,
    hourSd: Math.max(LEAST_HOUR_SD, Math.sqrt(rest)),
  };
}

/**
 * A probe hour by hour in the days to come: the mean of its last day, carried on by the damped trend of the last days
 * where that would have foreseen them better than standing still, with the shape of its own days. Its doubt grows with
 * the root of the days, by how far one day lies from the one before.
 * @returns [] while fewer than three whole days were read, or the last day was not
 */
export function hoursAhead(hours: readonly HourRead[], now: number, timeZone: string, days = 5): HourAhead[] {
  const shape = shapeOf(hours, now, timeZone);
  if (!shape) return [];
  const { days: means } = shape;
  const steps = means.slice(1).map((m, i) => m - means[i]!);
  const last = means.at(-1)!;
  const stayed = steps.reduce((s, x) => s + x ** 2, 0);
  const trended = steps.slice(1).reduce((s, x, i) => s + (x - DAMPED * steps[i]!) ** 2, 0);
  const trend = steps.length >= 4 && trended < stayed - steps[0]! ** 2 ? steps.at(-1)! : 0;
  const daySd = Math.max(LEAST_DAY_SD, Math.sqrt((trend === 0 ? stayed : trended) / Math.max(1, steps.length)));
  const first = Math.ceil(now / HOUR_MS) * HOUR_MS;
  return Array.from({ length: days * 24 }, (_, k) => {
    const at = first + k * HOUR_MS;
    // The last day's mean is that of its middle.
    const ahead = (at - now) / DAY_MS + 0.5;
    // The sum of a trend that is damped day by day.
    const moved = (trend * DAMPED * (1 - DAMPED ** ahead)) / (1 - DAMPED);
    return {
      at,
      mean: last + moved + (shape.hour[hourOf(at, timeZone)] ?? 0),
      sd: Math.hypot(daySd * Math.sqrt(ahead), shape.hourSd),
    };
  });
}

/**
 * Oxygen hour by hour in the days to come: what the water can hold at the warmth to come, less what is missing in it at
 * that hour of its own days. Fish, feed, algae and darkness stand in that.
 */
export function oxygenAhead(
  oxygen: readonly HourRead[],
  warmth: readonly HourRead[],
  warmthAhead: readonly HourAhead[],
  now: number,
  timeZone: string,
): HourAhead[] {
  const warm = new Map(warmth.map((w) => [w.at, w.value]));
  const missing = oxygen.flatMap((o) => {
    const celsius = warm.get(o.at);
    return celsius === undefined ? [] : [{ at: o.at, value: full(celsius) - o.value }];
  });
  const ahead = new Map(hoursAhead(missing, now, timeZone).map((m) => [m.at, m]));
  return warmthAhead.flatMap((w) => {
    const m = ahead.get(w.at);
    if (!m) return [];
    const slope = full(w.mean) - full(w.mean + 1);
    return [{ at: w.at, mean: Math.max(0, full(w.mean) - m.mean), sd: Math.hypot(m.sd, slope * w.sd) }];
  });
}

const full = (celsius: number) => oxygenSaturation(Math.min(40, Math.max(0, celsius)));

/** A limit that may be passed in the days to come. */
export type BreachAhead = {
  what: 'temperature' | 'oxygen';
  way: 'high' | 'low';
  /** The first hour at which it is likely, and what it is at the worst hour of that day. */
  at: number;
  worstAt: number;
  value: number;
  sd: number;
  limit: number;
  /** That it is passed in its worst hour. */
  chance: number;
};

/**
 * The first day in which a limit is likelier passed than is borne in silence; null where none is. Water that is beyond it
 * now is no news of the days to come: its alarm stands.
 */
export function breachAhead(
  ahead: readonly HourAhead[],
  what: BreachAhead['what'],
  limits: { low?: number; high?: number },
  timeZone: string,
): BreachAhead | null {
  const chanceOf = (h: HourAhead, way: 'high' | 'low', limit: number) =>
    way === 'high' ? 1 - normalCdf((limit - h.mean) / h.sd) : normalCdf((limit - h.mean) / h.sd);
  for (const way of ['high', 'low'] as const) {
    const limit = limits[way];
    if (limit === undefined) continue;
    // The figure that is shown must be beyond the limit as it is shown.
    const first = ahead.find(
      (h) => chanceOf(h, way, limit) > thresholds.breachChance.value && Math.abs(h.mean - limit) >= SHOWN / 2,
    );
    if (!first) continue;
    const [now] = ahead;
    if (way === 'high' ? now!.mean >= limit : now!.mean <= limit) continue;
    const { start, end } = localDay(first.at, timeZone);
    const day = ahead.filter((h) => h.at >= start && h.at < end);
    const worst = day.reduce((a, b) => (chanceOf(b, way, limit) > chanceOf(a, way, limit) ? b : a));
    return {
      what,
      way,
      at: first.at,
      worstAt: worst.at,
      value: worst.mean,
      sd: worst.sd,
      limit,
      chance: chanceOf(worst, way, limit),
    };
  }
  return null;
}

/** Values are shown to a tenth. */
const SHOWN = 0.1;

/** A tank of fish whose water runs through. */
export type TankAhead = {
  massKg: number;
  meanG: number;
  flowLPerMin: number;
  /** What they use against what size and warmth let expect, as a reading of their water told it; 1 where none did. */
  times?: number;
};

/**
 * What fish use against what is expected of them, from the oxygen that was read in their water; between a third and
 * twice, so that one bad reading is no law.
 */
export function usesTimes(t: TankAhead, readMgPerL: number, celsius: number, saturation: number): number {
  const brings = full(celsius) * saturation;
  const expected = brings - leavesWith({ ...t, times: 1 }, celsius, saturation);
  return Math.min(2, Math.max(1 / 3, (brings - readMgPerL) / expected));
}

/**
 * Oxygen of the water that leaves a tank while they are fed, mg/L: what comes in at that warmth, less what they use.
 * @param saturation share of what it can hold that the water brings
 */
export const leavesWith = (t: TankAhead, celsius: number, saturation: number): number =>
  full(celsius) * saturation -
  ((t.times ?? 1) * fishUse(t.meanG, celsius) * thresholds.fedUse.value * t.massKg) / (60 * t.flowLPerMin);

/** What would keep oxygen at a limit, each by itself. */
export type OxygenHelp = {
  /** So much flow, L/min; null where what comes in is itself too poor. */
  flowLPerMin: number | null;
  /** So much oxygen brought into the water, g an hour. */
  gramsPerHour: number;
  /** Oxygen of the water that leaves when they are not fed, mg/L. */
  unfedMgPerL: number;
};

/** What holds the oxygen of a tank at a level in the warmth to come: more flow, more oxygen, or no feed. */
export function oxygenHelp(t: TankAhead, celsius: number, saturation: number, limit: number): OxygenHelp {
  const brings = full(celsius) * saturation;
  const use = ((t.times ?? 1) * fishUse(t.meanG, celsius) * t.massKg) / 60;
  const fed = use * thresholds.fedUse.value;
  return {
    flowLPerMin: brings > limit ? fed / (brings - limit) : null,
    gramsPerHour: Math.max(0, ((limit - leavesWith(t, celsius, saturation)) * t.flowLPerMin * 60) / 1000),
    unfedMgPerL: brings - use / t.flowLPerMin,
  };
}

/** So many standard deviations above its limit, a value is borne in nine of ten. */
export const NINE_OF_TEN = 1.2816;

/** How far the use of fish strays from what is expected, where their water was read and where it was not. `verify` */
const [READ_CV, USE_CV] = [0.12, 0.3];

/** Oxygen of the water that leaves a tank hour by hour in the days to come, as if they were fed in each of them. */
export function tankAhead(t: TankAhead, warmth: readonly HourAhead[], saturation: number): HourAhead[] {
  return warmth.map((w) => {
    const mean = leavesWith(t, w.mean, saturation);
    const slope = mean - leavesWith(t, w.mean + 1, saturation);
    const use = full(w.mean) * saturation - mean;
    return {
      at: w.at,
      mean: Math.max(0, mean),
      sd: Math.hypot(slope * w.sd, (t.times === undefined ? USE_CV : READ_CV) * use),
    };
  });
}
