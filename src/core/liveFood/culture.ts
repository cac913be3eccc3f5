import { probabilityAbove } from '../sampling/decide';
import { thresholds } from '../thresholds';
import { DAY_MS, HOUR_MS } from '../time/spans';
import { cultureGrowth, harvestShare } from './rotifer';

/** A look at a culture: how many in a millilitre, how many of those looked at carry eggs, how much was taken out then. */
export type CultureCount = {
  at: number;
  perMl: number;
  eggs: { carrying: number; of: number } | null;
  /** Share of the water that was taken out after the count, and filled up again. */
  takenShare: number;
};

export type CultureState = {
  is: 'young' | 'uncounted' | 'crashing' | 'standing' | 'growing';
  /** Growth a day by the counts of the last days, what was taken out added back; null while one count is all. */
  rate: number | null;
  /** Half its 95 % interval; null with two counts. */
  half: number | null;
  /** In a millilitre now, carried on from the last count. */
  perMl: number;
  /** Share that it grows again in a day. */
  growsShare: number;
  /** Share that may still be taken today. */
  mayTake: number;
  eggShare: number | null;
  /** Why it is called crashing. */
  why: 'falls' | 'fewEggs' | null;
};

/** Counts older than this tell of another culture. */
const MEMORY_MS = 6 * DAY_MS;
/** However fast it grows, no more of a culture is taken in a day: what is left has to carry on if the count was wrong. */
const MOST_SHARE = 0.4;
/** Carried on no further than this: nobody knows a culture that was not looked at for days. */
const CARRY_MS = 2 * DAY_MS;
/** Taken so short ago, it is the harvest of today. */
const TODAY_MS = 18 * HOUR_MS;
const SURE = 0.95;

/**
 * How a culture stands by its counts, oldest first. What was taken out is added back before growth is told: a harvest is
 * no loss. A fall beyond chance, or few that carry eggs, comes before a crash.
 * @example cultureState([{ at: 0, perMl: 100, eggs: null, takenShare: 0 }], 3_600_000).is // 'young'
 */
export function cultureState(counts: readonly CultureCount[], now: number): CultureState {
  const last = counts.at(-1);
  if (!last)
    return { is: 'young', rate: null, half: null, perMl: 0, growsShare: 0, mayTake: 0, eggShare: null, why: null };
  const recent = counts.filter((c) => c.perMl > 0 && last.at - c.at <= MEMORY_MS);
  let kept = 1;
  const undiluted = recent.map((c) => {
    const own = { at: c.at, perMl: c.perMl / kept };
    kept *= 1 - Math.min(0.99, c.takenShare);
    return own;
  });
  const spread = new Set(undiluted.map((c) => c.at)).size > 1;
  const growth = spread ? cultureGrowth(undiluted) : null;
  const rate = growth?.rate ?? null;
  const half = growth?.half ?? null;
  const eggShare = last.eggs && last.eggs.of > 0 ? last.eggs.carrying / last.eggs.of : null;
  const fewEggs =
    last.eggs !== null &&
    last.eggs.of > 0 &&
    probabilityAbove(last.eggs.carrying, last.eggs.of, thresholds.cultureEggShare.value) <= 1 - SURE;
  const before = undiluted.at(-2);
  // Between the last two counts: what a line through all of them still hides.
  const step = before ? Math.log(undiluted.at(-1)!.perMl / before.perMl) : 0;
  const falls = last.perMl === 0 || (before !== undefined && step < Math.log(1 - thresholds.cultureFall.value));
  const carried = Math.min(CARRY_MS, Math.max(0, now - last.at)) / DAY_MS;
  const perMl = last.perMl * (1 - last.takenShare) * Math.exp(Math.max(-1, Math.min(1, rate ?? 0)) * carried);
  const grows = Math.min(MOST_SHARE, harvestShare(rate ?? 0, 1));
  const takenToday = now - last.at < TODAY_MS ? last.takenShare : 0;
  const state = (is: CultureState['is'], why: CultureState['why'] = null): CultureState => ({
    is,
    rate,
    half,
    perMl,
    growsShare: is === 'growing' ? grows : 0,
    mayTake: is === 'growing' ? Math.max(0, grows - takenToday) : 0,
    eggShare,
    why,
  });
  if (falls) return state('crashing', 'falls');
  if (fewEggs) return state('crashing', 'fewEggs');
  if (now - last.at > thresholds.cultureCountHours.value * HOUR_MS) return state('uncounted');
  if (rate === null) return state('young');
  return state(rate > 0 ? 'growing' : 'standing');
}
