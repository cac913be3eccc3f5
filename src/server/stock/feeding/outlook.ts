import { lengthOf } from '@/core/feeding/pellet';
import { prescribe } from '@/core/feeding/prescription';
import { daysLeft } from '@/core/feeding/stock';
import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import type { FeedingOf } from './feedingNow';
import type { FeedProduct } from './feedStore';

/** What a product of the store is in for. */
export type Outlook = {
  id: number;
  stockKg: number;
  /** Use a day, today and at the end of the outlook, kg. */
  todayKg: number;
  laterKg: number;
  /** Null where nothing is fed of it. */
  daysLeft: number | null;
  /** From now; nought or below: it is late. */
  reorderInDays: number | null;
  /** Of which lots some will be past their date before they are eaten, in the order in which they expire. */
  expires: { lot: string; at: number; g: number }[];
};

/** Days that the outlook goes ahead. */
export const OUTLOOK_DAYS = 60;
/** Rations are worked every so many days, and taken as even in between. */
const STEP = 5;

/**
 * How long each product lasts as what stands grows: each tank is fed by its own plan at the mass that it will have, out
 * of its own product while that fits its length. Nothing dies, leaves or comes meanwhile.
 */
export function feedOutlook(
  fed: readonly FeedingOf[],
  store: readonly FeedProduct[],
  tables: (f: FeedingOf) => Parameters<typeof prescribe>[3],
  now: number,
): Outlook[] {
  const use = new Map<number, number[]>();
  for (const f of fed)
    for (let day = 0; day < OUTLOOK_DAYS; day += STEP) {
      const later = prescribe(
        { ...f.tank, degreeDays: f.tank.degreeDays + day * Math.max(0, f.tank.celsius ?? 0), fedG: null },
        f.plan,
        f.values,
        tables(f),
        thresholds.usualProtein.value,
      );
      if (later.is !== 'ration') continue;
      const length = later.meanG === null ? null : lengthOf(later.meanG, f.values.condition ?? 1);
      const product =
        f.plan.product ?? store.find((p) => !p.retired && length !== null && fits(p, length))?.id ?? f.product?.id;
      if (product === undefined) continue;
      const days = use.get(product) ?? use.set(product, new Array<number>(OUTLOOK_DAYS).fill(0)).get(product)!;
      for (let d = day; d < Math.min(day + STEP, OUTLOOK_DAYS); d++) days[d]! += later.feedG / 1000;
    }
  return store.map((p) => {
    const days = use.get(p.id) ?? new Array<number>(OUTLOOK_DAYS).fill(0);
    const stockKg = p.lots.reduce((s, l) => s + Math.max(0, l.leftG), 0) / 1000;
    const left = daysLeft(stockKg, days);
    return {
      id: p.id,
      stockKg,
      todayKg: days[0]!,
      laterKg: days.at(-1)!,
      daysLeft: left,
      reorderInDays:
        left === null ? null : left - (p.leadDays ?? thresholds.feedLeadDays.value) - thresholds.feedReserveDays.value,
      expires: expiring(p, days, now),
    };
  });
}

const fits = (p: FeedProduct, length: number) =>
  p.fromMm !== null && p.toMm !== null && p.fromMm <= length && length <= p.toMm;

/** What of each lot is left on its last day, the lots eaten in the order in which they expire. */
function expiring(p: FeedProduct, days: readonly number[], now: number): Outlook['expires'] {
  let eaten = 0;
  const out: Outlook['expires'] = [];
  for (const l of p.lots) {
    if (l.leftG <= 0) continue;
    const whole = l.bestBefore === null ? days.length : Math.max(0, Math.floor((l.bestBefore - now) / DAY_MS));
    const byThen = 1000 * days.slice(0, whole).reduce((s, d) => s + d, 0);
    const goes = Math.min(l.leftG, Math.max(0, byThen - eaten));
    // Beyond the outlook nobody can say.
    if (l.bestBefore !== null && whole < days.length && goes < l.leftG - 1)
      out.push({ lot: l.name, at: l.bestBefore, g: l.leftG - goes });
    eaten += goes;
  }
  return out;
}
