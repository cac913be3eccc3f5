import type { FeedingValues } from '@/core/feeding/prescription';
import { growthOfHouse, growthOfLot, type LearnedGrowth, spansOf } from '@/core/growth/ofLot';
import type { GrowthInterval } from '@/core/growth/own';
import { Z95 } from '@/core/quantities/interval';
import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';
import type { Fed } from './feedingNow';
import { degreeDays, type Warm } from './warmth';

export type Weighed = {
  lot_id: number;
  unit_id: number;
  value: number;
  low: number | null;
  high: number | null;
  at: number;
};

/** Weighings of older days tell nothing of how fish grow now. */
const LEARNED_DAYS = 400;

/** The weighings of lots, the newest first: the last of each unit, and those that growth is learned from. One statement. */
export async function weightsOf(db: Db, lots: readonly number[], now: number): Promise<Weighed[]> {
  if (lots.length === 0) return [];
  return await db('observation as o')
    .whereIn('o.lot_id', [...lots])
    .where('o.kind', 'meanG')
    .where('o.at', '<=', now)
    .where('o.at', '>', now - LEARNED_DAYS * DAY_MS)
    .orderBy('o.at', 'desc')
    .select<Weighed[]>('o.lot_id', 'o.unit_id', 'o.value', 'o.low', 'o.high', 'o.at');
}

export const sdOf = (w: Weighed) => (w.high === null || w.low === null ? 0 : (w.high - w.low) / 2 / Z95);

/** Growth as a lot, or others of its species here, showed it. */
export type GrowthHere = LearnedGrowth & { from: 'lot' | 'house' };

/**
 * Growth as it was seen here: of a lot by its own spans, held against what the lots of its species did; of one without
 * spans as those did.
 */
export function learnedGrowth(
  fed: readonly Fed[],
  weights: readonly Weighed[],
  warm: (sensorId: number) => readonly Warm[],
): { of: (h: Fed, expected: FeedingValues) => GrowthHere | null } {
  const spans = new Map<number, GrowthInterval[]>();
  for (const h of fed) {
    if (spans.has(h.lotId) || h.sensorId === null) continue;
    const days = warm(h.sensorId);
    const own = weights
      .filter((w) => w.lot_id === h.lotId)
      .map((w) => ({ at: w.at, unitId: w.unit_id, meanG: w.value, sdG: sdOf(w) }));
    spans.set(
      h.lotId,
      spansOf(own, (from, to) => degreeDays(days, from, to)),
    );
  }
  const houses = new Map<string, ReturnType<typeof growthOfHouse>>();
  return {
    of: (h, expected) => {
      if (expected.tgc === undefined) return null;
      let house = houses.get(h.species);
      if (!house) {
        const lots = [...new Set(fed.filter((x) => x.species === h.species).map((x) => x.lotId))];
        house = growthOfHouse(
          { mean: expected.tgc, cv: expected.tgcCv },
          lots.map((l) => spans.get(l) ?? []),
        );
        houses.set(h.species, house);
      }
      const own = growthOfLot(house, spans.get(h.lotId) ?? []);
      if (own) return { ...own, from: 'lot' };
      return house.lots > 0 ? { tgc: house.mean, cv: house.cv, n: house.lots, from: 'house' } : null;
    },
  };
}
