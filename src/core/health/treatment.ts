import { CalculationError } from '../calculation';
import { valueAt } from '../development/timeline';
import { warmthFrom } from '../growth/forecast';
import { DAY_MS } from '../time/spans';
import { withdrawnByWarmth } from './withdrawal';

/** How a treatment is given: in standing or flowing water, in the feed, by the needle. */
export const treatedBy = ['bath', 'feed', 'injection'] as const;
export type TreatedBy = (typeof treatedBy)[number];

export const treatedByWords: Record<TreatedBy, string> = {
  bath: 'bath',
  feed: 'in the feed',
  injection: 'injection',
};

/** Of what the strength of a bath is. */
export const treatedBases = ['activeSubstance', 'productMass', 'productVolume'] as const;
export type TreatedBasis = (typeof treatedBases)[number];

export type Dose =
  /** `targetMgPerL` of the active substance or of the product in `volumeL`; as a volume of product it is µL/L. */
  | { by: 'bath'; targetMgPerL: number; basis: TreatedBasis; volumeL: number; activeShare?: number }
  /** Milligrams of the active substance for each kilogram of fish and day, for `days`. */
  | { by: 'feed'; mgPerKgDay: number; massKg: number; days: number; activeShare?: number; feedKgPerDay?: number }
  /** Millilitres into each. */
  | { by: 'injection'; mlEach: number; number: number };

export type DoseWorked = {
  /** Product in all: grams, or millilitres of what is injected. */
  productG: number | null;
  productMl: number | null;
  /** Of a course in the feed: grams of product a day, and in each kilogram of feed where it is known what is fed. */
  perDayG: number | null;
  perFeedKgG: number | null;
};

/**
 * How much product a treatment takes. Bath: mg/L x L; feed: mg/kg x kg x days; both over the share that is active, where
 * the figure is of what is active.
 * @throws CalculationError for a figure of nothing, at its field
 */
export function workDose(d: Dose): DoseWorked {
  const above = (field: string, value: number) => {
    if (!(value > 0)) throw new CalculationError('input', field, 'must be above 0');
  };
  if (d.by === 'injection') {
    above('mlEach', d.mlEach);
    return { productG: null, productMl: d.mlEach * d.number, perDayG: null, perFeedKgG: null };
  }
  const share = () => {
    if (d.activeShare === undefined || !(d.activeShare > 0 && d.activeShare <= 1))
      throw new CalculationError('input', 'activeShare', 'needed: above 0, and at most all of it');
    return d.activeShare;
  };
  if (d.by === 'bath') {
    above('targetMgPerL', d.targetMgPerL);
    above('volumeL', d.volumeL);
    const inAll = (d.targetMgPerL * d.volumeL) / 1000;
    const none = { perDayG: null, perFeedKgG: null };
    return d.basis === 'productVolume'
      ? { productG: null, productMl: inAll, ...none }
      : { productG: d.basis === 'productMass' ? inAll : inAll / share(), productMl: null, ...none };
  }
  above('mgPerKgDay', d.mgPerKgDay);
  above('massKg', d.massKg);
  above('days', d.days);
  const perDayG = (d.mgPerKgDay * d.massKg) / share() / 1000;
  return {
    productG: perDayG * d.days,
    productMl: null,
    perDayG,
    perFeedKgG: d.feedKgPerDay ? perDayG / d.feedKgPerDay : null,
  };
}

/** What bars animals after a treatment, as its label or the vet says; both given, the later holds. */
export type Withdrawal = { degreeDays?: number; days?: number };

export type WithdrawalState = {
  /** Until when they are barred; null where their water is not known, or too cold to ever bring the degree-days. */
  until: number | null;
  /** Degree-days that have come, of those asked for. */
  degreeDays?: { come: number; of: number };
};

/**
 * Until when animals are barred. Degree-days are summed above 0 °C along the water in which they stood since the end of
 * the treatment; the last temperature goes on.
 * @param end of the treatment, ms  @param water oldest first; empty where none was read
 */
export function withdrawalOf(
  w: Withdrawal,
  end: number,
  water: readonly { at: number; celsius: number }[],
  now: number,
): WithdrawalState {
  const byDays = end + (w.days ?? 0) * DAY_MS;
  if (!w.degreeDays) return { until: byDays };
  const known = water.filter((p) => p.at >= end - DAY_MS);
  if (known.length === 0) return { until: null, degreeDays: { come: 0, of: w.degreeDays } };
  const warmth = warmthFrom(known, end);
  const come = now <= end ? 0 : valueAt(warmth.line, warmth.degreeDays, now);
  const until = withdrawnByWarmth(w.degreeDays, end, known);
  return {
    until: until === null ? null : Math.max(until, byDays),
    degreeDays: { come: Math.min(come, w.degreeDays), of: w.degreeDays },
  };
}
