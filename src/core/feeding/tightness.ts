import { Z95 } from '../quantities/interval';
import { DAY_MS } from '../time/spans';
import { type CapacityLimit, capacity } from '../water/capacity';
import { lengthOf } from './pellet';
import { TAN_PER_PROTEIN } from './ration';

/** What binds: of larvae their number in the water, of what lives on the bottom its mass on that. */
export type TightBy = CapacityLimit | 'larvae' | 'bottom';

/** What a tank bears is held against: indices of Reference, its water, and what its ration asks of that. */
export type Bears = {
  volumeL: number | null;
  flowLPerMin: number | null;
  condition?: number;
  densityIndex?: number;
  flowIndex?: number;
  oxygen: { inMgPerL: number; leastMgPerL: number; mgPerGFeed: number } | null;
  /** Total ammonia nitrogen that may leave, mg/L. */
  mostTanMgPerL: number | null;
  proteinShare: number;
  /** Larvae that a litre bears, of those that eat live food; null of older ones. */
  larvaePerL?: number | null;
  /** What the bottom bears of those that live on it, and how much of it there is. */
  bottom?: { kgPerM2: number; areaM2: number } | null;
  /** Feed a day, as a share of the mass. */
  rationShare: number | null;
};

export type Tightness = {
  limit: TightBy;
  /** Of what the binding limit bears. */
  share: number;
  bears: number;
  /** How many each limit bears that can be told. */
  byLimit: Partial<Record<TightBy, number>>;
  /** When their growth fills it; now where it is full, null where that lies beyond a year or is not known. */
  fullAt: number | null;
};

/** How far ahead growth is carried on towards the limit. */
const MOST_DAYS = 365;

/**
 * How tight a tank is by the limit that binds, and the day on which their growth fills it at the water as it is now.
 * Null where no limit can be told: neither volume nor flow is known, nor a mass where a mass is what binds.
 * @param meanG null of what was never weighed: their number alone may bind
 * @param grown mean mass after so many days
 */
export function tightness(
  b: Bears,
  number: number,
  meanG: number | null,
  now: number,
  grown: ((days: number) => number) | null,
): Tightness | null {
  const at = bearing(b);
  if (meanG === null) {
    const most = larvaeBorne(b);
    if (most === null || number <= 0) return null;
    return {
      limit: 'larvae',
      share: number / most,
      bears: most,
      byLimit: { larvae: most },
      fullAt: number >= most ? now : null,
    };
  }
  const here = at(meanG);
  if (!here || number <= 0) return null;
  const full = (days: number) => {
    const c = at(grown!(days));
    return c !== null && number >= c.number;
  };
  let fullAt: number | null = null;
  if (number >= here.number) fullAt = now;
  else if (grown && full(MOST_DAYS)) {
    // The mass rises, so that what the tank bears falls: halved until the day is known.
    let [low, high] = [0, MOST_DAYS];
    while (high - low > 0.5) {
      const middle = (low + high) / 2;
      if (full(middle)) high = middle;
      else low = middle;
    }
    fullAt = now + high * DAY_MS;
  }
  return { limit: here.limit, share: number / here.number, bears: here.number, byLimit: here.byLimit, fullAt };
}

/** What a unit bears at a mean mass, by the limit that binds; null where no limit can be told. */
export function bearing(
  b: Bears,
): (massG: number) => (Pick<Tightness, 'limit' | 'byLimit'> & { number: number }) | null {
  const flow = b.flowLPerMin;
  const feedMgPerKgHour = b.rationShare === null ? null : (b.rationShare * 1e6) / 24;
  const limits = {
    ...(b.volumeL && b.densityIndex ? { densityIndexKgPerM3PerCm: b.densityIndex } : {}),
    ...(flow && b.flowIndex ? { flowIndexKgPerLMinPerCm: b.flowIndex } : {}),
    ...(flow && b.oxygen && feedMgPerKgHour && b.oxygen.inMgPerL > b.oxygen.leastMgPerL
      ? {
          oxygen: {
            inMgPerL: b.oxygen.inMgPerL,
            outMgPerL: b.oxygen.leastMgPerL,
            useMgPerKgHour: (feedMgPerKgHour * b.oxygen.mgPerGFeed) / 1000,
          },
        }
      : {}),
    ...(flow && b.mostTanMgPerL && feedMgPerKgHour
      ? {
          ammonia: {
            inMgPerL: 0,
            mostMgPerL: b.mostTanMgPerL,
            madeMgPerKgHour: feedMgPerKgHour * b.proteinShare * TAN_PER_PROTEIN,
          },
        }
      : {}),
  };
  const of = { volumeL: b.volumeL ?? 1, flowLPerMin: flow || 1, ...limits };
  const larvae = larvaeBorne(b);
  return (massG) => {
    const byLimit: Tightness['byLimit'] = {
      ...(Object.keys(limits).length > 0
        ? capacity({ lengthMm: lengthOf(massG, b.condition ?? 1), massG, ...of }).byLimit
        : {}),
      ...(larvae === null ? {} : { larvae }),
      ...(b.bottom ? { bottom: (1000 * b.bottom.kgPerM2 * b.bottom.areaM2) / massG } : {}),
    };
    const all = Object.entries(byLimit) as [TightBy, number][];
    if (all.length === 0) return null;
    const [limit, number] = all.reduce((a, x) => (x[1] < a[1] ? x : a));
    return { limit, number, byLimit };
  };
}

const larvaeBorne = (b: Bears): number | null => (b.larvaePerL && b.volumeL ? b.larvaePerL * b.volumeL : null);

/** Doubt of a mean mass as its 95 % interval on the log scale. */
export const massInterval = (meanG: number, cv: number) => ({
  low: meanG * Math.exp(-Z95 * cv),
  high: meanG * Math.exp(Z95 * cv),
});
