import { CalculationError } from '../calculation';
import { unionisedFraction } from '../water/ammonia';
import { type FeedTable, onTable } from './feedTable';
import { lengthOf } from './pellet';
import { lowestCap, rationBy, TAN_PER_PROTEIN } from './ration';
import type { RationPlan } from './rationPlan';

/** What is expected of a species and its feed, by Reference or as the hatchery found. */
export type FeedingValues = {
  tgc?: number;
  tgcCv: number;
  conversion?: number;
  /** Fulton's factor. */
  condition?: number;
  oxygenMgPerGFeed?: number;
  /** Range of temperature of the stage, °C. */
  warmth: { low?: number; high?: number };
  /** Oxygen that the water may come down to, mg/L. */
  leastOxygenMgPerL?: number;
  /** Unionised ammonia that the water may have, mg/L of nitrogen. */
  mostUnionisedMgPerL: number;
};

/** What is known of a tank and its water. */
export type TankNow = {
  number: number;
  /** Last mean mass by a sample, and its standard deviation. */
  weighed: { meanG: number; sdG: number; at: number } | null;
  /** Degree-days above 0 °C since then. */
  degreeDays: number;
  /** Days since then. */
  days: number;
  /** Feed that was given since then, less what was left, g; null where none was written down. */
  fedG: number | null;
  celsius: number | null;
  flowLPerMin: number | null;
  oxygenInMgPerL: number | null;
  /** As read in its room; null where nobody measures it. */
  oxygenReadMgPerL: number | null;
  pH: number | null;
};

export type Cap = 'oxygen' | 'ammonia' | 'cold' | 'warm';
export type Grown = {
  meanG: number;
  /** Standard deviation of the logarithm: what the sample and the growth since leave open. */
  cv: number;
  /** Growth since the weighing was held back by what was fed. */
  hungry: boolean;
  /** The mean that they would have reached with all they could eat. */
  possibleG: number;
};

export type Prescription =
  | {
      is: 'none';
      why: 'notWeighed' | 'noTemperature' | 'noTable' | 'noGrowth' | 'empty' | 'onLiveFood' | 'refused';
      says?: string;
    }
  | {
      is: 'ration';
      meanG: number | null;
      massG: number | null;
      percentPerDay: number | null;
      /** By the method, before any cap. */
      methodG: number;
      /** What to feed today. */
      feedG: number;
      cap: Cap | null;
      beyond: ('mass' | 'warmth')[];
    };

/** Lighter than they could be by less than this share counts as not held back: no weighing tells it. */
const LIGHTER = 0.05;

/**
 * The mean mass now: the last weighing carried on by the warmth since then, or by what was fed where that bears less:
 * gain = min(what temperature allows, feed given / conversion).
 */
export function grownSince(t: TankNow, v: FeedingValues): Grown | null {
  const w = t.weighed;
  if (!w) return null;
  const root = Math.cbrt(w.meanG);
  const rise = v.tgc === undefined ? 0 : (v.tgc * t.degreeDays) / 1000;
  const possibleG = (root + rise) ** 3;
  const cv = (3 * Math.hypot((root * (w.sdG / w.meanG)) / 3, rise * v.tgcCv)) / (root + rise);
  const byFeed =
    t.fedG === null || v.conversion === undefined || t.number <= 0
      ? Number.POSITIVE_INFINITY
      : w.meanG + t.fedG / v.conversion / t.number;
  const meanG = Math.min(possibleG, byFeed);
  return { meanG, cv, possibleG, hungry: meanG < (1 - LIGHTER) * possibleG };
}

/** What a tank is to be fed today, and what allows no more. */
export function prescribe(
  t: TankNow,
  plan: RationPlan,
  v: FeedingValues,
  table: FeedTable | null,
  proteinShare: number,
): Prescription {
  if (t.number <= 0) return { is: 'none', why: 'empty' };
  const grown = grownSince(t, v);
  const asked = byMethod(t, plan, v, table, grown);
  if ('why' in asked) return { is: 'none', ...asked };
  const meanG = grown?.meanG ?? null;
  const methodG = asked.grams * plan.ofMethodShare;
  const tooWarm = t.celsius !== null && v.warmth.high !== undefined && t.celsius > v.warmth.high;
  const tooCold = t.celsius !== null && v.warmth.low !== undefined && t.celsius < v.warmth.low;
  const capped = tooWarm || tooCold ? null : lowest(t, v, proteinShare);
  const feedG = tooWarm || tooCold ? 0 : Math.min(methodG, capped?.grams ?? Number.POSITIVE_INFINITY);
  return {
    is: 'ration',
    meanG,
    massG: meanG === null ? null : meanG * t.number,
    percentPerDay: meanG === null ? null : (100 * methodG) / (meanG * t.number),
    methodG,
    feedG,
    cap: tooWarm ? 'warm' : tooCold ? 'cold' : capped && capped.grams < methodG ? capped.cap : null,
    beyond: asked.beyond,
  };
}

type Asked =
  | { grams: number; beyond: ('mass' | 'warmth')[] }
  | { why: Extract<Prescription, { is: 'none' }>['why']; says?: string };

function byMethod(t: TankNow, plan: RationPlan, v: FeedingValues, table: FeedTable | null, grown: Grown | null): Asked {
  if (plan.method === 'fixed') return { grams: plan.fixedG!, beyond: [] };
  if (!grown) return { why: 'notWeighed' };
  const massG = grown.meanG * t.number;
  if (plan.method === 'percent') return { grams: (plan.percentPerDay! / 100) * massG, beyond: [] };
  const conversion = plan.conversion ?? v.conversion;
  try {
    if (plan.method === 'hatcheryConstant') {
      if (conversion === undefined) return { why: 'noGrowth' };
      const o = rationBy({
        method: 'hatcheryConstant',
        conversion,
        lengthGainMmPerDay: plan.lengthGainMmPerDay!,
        lengthMm: lengthOf(grown.meanG, v.condition ?? 1),
        massG: grown.meanG,
        number: t.number,
      });
      return { grams: o.gramsPerDay!, beyond: [] };
    }
    if (t.celsius === null) return { why: 'noTemperature' };
    if (plan.method === 'growth') {
      if (v.tgc === undefined || conversion === undefined) return { why: 'noGrowth' };
      const o = rationBy({
        method: 'growth',
        massG: grown.meanG,
        number: t.number,
        tgc: v.tgc,
        celsius: t.celsius,
        conversion,
      });
      return { grams: o.gramsPerDay!, beyond: [] };
    }
    if (!table) return { why: 'noTable' };
    const on = onTable(table, grown.meanG, t.celsius);
    return { grams: (on.percentPerDay / 100) * massG, beyond: on.beyond };
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    return { why: 'refused', says: e.message };
  }
}

/** The lower of what oxygen and ammonia allow, g a day; null where neither is known. Feeds nothing where nothing is left. */
function lowest(t: TankNow, v: FeedingValues, proteinShare: number): { cap: Cap; grams: number } | null {
  const { flowLPerMin, oxygenInMgPerL: inMgPerL, celsius, pH } = t;
  if (!flowLPerMin) return null;
  const knowsOxygen = inMgPerL !== null && v.leastOxygenMgPerL !== undefined && v.oxygenMgPerGFeed !== undefined;
  if (knowsOxygen && inMgPerL <= v.leastOxygenMgPerL!) return { cap: 'oxygen', grams: 0 };
  const cap = lowestCap({
    oxygen: knowsOxygen
      ? { flowLPerMin, inMgPerL, outMgPerL: v.leastOxygenMgPerL!, mgPerGFeed: v.oxygenMgPerGFeed! }
      : undefined,
    ammonia:
      pH === null || celsius === null
        ? undefined
        : {
            flowLPerMin,
            inMgPerL: 0,
            mostMgPerL: v.mostUnionisedMgPerL / unionisedFraction(celsius, pH),
            proteinShare,
            tanPerProtein: TAN_PER_PROTEIN,
          },
  });
  return cap && { cap: cap.limit, grams: cap.capGramsPerDay };
}
