import type { Cap, Prescription } from '@/core/feeding/prescription';
import type { RationMethod } from '@/core/feeding/rationPlan';
import type { TightBy } from '@/core/feeding/tightness';
import { figures, grouped } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { fromBase } from '@/core/quantities/measure';
import { warmth } from '@/core/quantities/reader';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import type { FeedingOf } from '@/server/stock/feeding/feedingNow';
import { type HoldReason, holdReasons } from '../acts/hold/act';

export const capWord: Record<Cap, string> = {
  oxygen: 'oxygen allows no more',
  ammonia: 'ammonia allows no more',
  cold: 'too cold to feed',
  warm: 'too warm to feed',
};

export const limitWord: Record<TightBy, string> = {
  density: 'room',
  flow: 'flow',
  oxygen: 'oxygen',
  ammonia: 'ammonia',
  larvae: 'larvae in a litre',
  bottom: 'bottom',
};

export const methodWord: Record<RationMethod, string> = {
  table: 'table',
  growth: 'growth',
  hatcheryConstant: 'growth in length',
  percent: 'share of their mass',
  fixed: 'as set',
};

/** Feed in the cup: three figures of grams, kilograms from one on; of ounces, pounds from one on. */
export function feedMassOf(g: number, us: boolean): string {
  if (us) {
    const oz = fromBase(g, 'mass', 'oz');
    return oz >= OUNCES ? `${figures(oz / OUNCES, 3)} lb` : `${figures(oz, oz < 1 ? 2 : 3)} oz`;
  }
  if (g >= 1000) return `${figures(g / 1000, 3)} kg`;
  return `${g < 1 ? figures(g, 2) : g < 100 ? figures(g, 3) : grouped(Math.round(g))} g`;
}

/** To a pound. */
const OUNCES = 16;

const noneWord: Record<Extract<Prescription, { is: 'none' }>['why'], string> = {
  notWeighed: 'never weighed: weigh a sample, or set the grams',
  noTemperature: 'no reading of its water: read it, or set the grams',
  noTable: 'no table for the species: set how they are fed',
  noGrowth: 'Reference has no growth of the species: set how they are fed',
  empty: 'nothing stands there',
  onLiveFood: 'live food alone',
  refused: 'cannot be reckoned',
};

/** Why so much: by which method, at which share, and what allows no more. */
export function rationWords(f: FeedingOf): string {
  const p = f.prescribed;
  if (p.is === 'none') return p.says ? `${noneWord[p.why]}: ${p.says}` : noneWord[p.why];
  const by =
    f.plan.method === 'table' && f.tableName
      ? f.tableName
      : f.plan.method === 'fixed'
        ? 'grams as set'
        : f.plan.method === 'growth' && f.learned
          ? f.learned.from === 'lot'
            ? 'their own growth'
            : 'growth of their kind here'
          : methodWord[f.plan.method];
  return [
    p.percentPerDay === null ? by : `${figures(p.percentPerDay, 2)} %, ${by}`,
    f.plan.ofMethodShare !== 1 && `held to ${figures(100 * f.plan.ofMethodShare, 3)} %`,
    p.beyond.includes('mass') && 'their mass lies off the table: its edge',
    p.beyond.includes('warmth') && 'the water lies off the table: its edge',
    p.cap && capWord[p.cap],
  ]
    .filter(Boolean)
    .join(', ');
}

/** Why nothing is given just now. */
export function waitWords(w: NonNullable<FeedingOf['waits']>, timeZone: string, now: number): string {
  if (w.why === 'hold') {
    const reason = holdReasons[w.said as HoldReason] ?? 'held back';
    const day = dayWords(w.until!, timeZone, now);
    return `no feed until ${day === 'today' ? '' : `${day} `}${clock(w.until!, timeZone)}: ${reason}`;
  }
  return w.why === 'rest'
    ? `just came: rest until ${clock(w.until!, timeZone)}`
    : `oxygen ${figures(w.value!, 2)} mg/L, below ${figures(w.least!, 2)}: no feed until it has risen`;
}

/** A day near by its name. */
export function dayWords(at: number, timeZone: string, now: number): string {
  const day = isoDay(at, timeZone);
  if (day === isoDay(now, timeZone)) return 'today';
  if (day === isoDay(now + DAY_MS, timeZone)) return 'tomorrow';
  return dayMonth(at, timeZone, now);
}

/** How fast they grow for the warmth, where that was learned here. */
export function thermalGrowth(f: Pick<FeedingOf, 'learned'>): string {
  if (!f.learned) return '';
  const { tgc, cv, n, from } = f.learned;
  return `; growth ${figures(tgc, 2)} ±${figures(Z95 * cv * tgc, 1)} by ${from === 'lot' ? `${n} spans of their own` : `${n} lots here`}`;
}

/** Where a tank is in its regime, and what it is fed of it today; the newest feed stands first, as it is offered. */
export function regimeWords(r: NonNullable<FeedingOf['regime']>, us: boolean): string {
  const place = r.by === 'days' ? `day ${r.place} after the hatch` : warmth(r.place, us);
  if (r.feeds.length === 0) return `${place}: ${r.name} feeds nothing now`;
  return `${place}: ${r.feeds
    .map(
      (f) =>
        `${f.feed}${f.perMl === undefined ? '' : ` ${figures(f.perMl, 2)} per mL`}${f.share < 1 ? ` (${Math.round(100 * f.share)} %)` : ''}`,
    )
    .join(', then ')}`;
}
