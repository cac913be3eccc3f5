import { compareRegimes, type RegimeSeen, type Times } from '@/core/feeding/regimesCompared';
import { sdOf, weightsOf } from '@/server/stock/feeding/growthHere';
import { regimesFollowed } from '@/server/stock/feeding/regimesFollowed';
import type { LivingHolding } from '@/server/stock/livingStock';
import type { Db } from '@/store/connection';

/** A tank of a lot of which tanks follow different regimes. */
export type RegimeTank = {
  unit: string;
  regime: string;
  since: number;
  number: number;
  dead: number;
  counts: number;
  mean: { g: number; sd: number; at: number } | null;
};

/** Two ways on tanks of one lot, the second held against the first. */
export type RegimesOfLot = {
  lotId: number;
  lot: string;
  a: RegimeTank;
  b: RegimeTank;
  /** So many times as many died in b as in a, and so many times as heavy are they there. */
  deaths: Times | null;
  mass: Times | null;
};

type Told = RegimeTank & { seen: RegimeSeen };

/** Every lot that stands in two tanks or more on different regimes: what the ways came to, two by two. */
export async function regimesBesideEachOther(
  db: Db,
  site: { siteId: number },
  now: number,
  holdings: readonly LivingHolding[],
): Promise<RegimesOfLot[]> {
  const several = holdings.filter((h) => holdings.some((o) => o.lotId === h.lotId && o.unitId !== h.unitId));
  if (several.length === 0) return [];
  const lots = [...new Set(several.map((h) => h.lotId))];
  const regimes = await regimesFollowed(db, site.siteId, lots, now);
  const followed = several.flatMap((h) => {
    const r = regimes.of(h.lotId, h.unitId);
    return r ? [{ h, r }] : [];
  });
  const differing = lots.filter((l) => new Set(followed.filter((f) => f.h.lotId === l).map((f) => f.r.id)).size > 1);
  const of = followed.filter((f) => differing.includes(f.h.lotId));
  if (of.length === 0) return [];
  const [dead, weights] = await Promise.all([
    db('observation')
      .whereIn(
        'holding_id',
        of.map((f) => f.h.holdingId),
      )
      .where('kind', 'dead')
      .where('at', '<=', now)
      .select<{ holding_id: number; at: number; value: number }[]>('holding_id', 'at', 'value'),
    weightsOf(db, differing, now),
  ]);
  return differing.flatMap((lotId) => {
    const tanks = of
      .filter((f) => f.h.lotId === lotId)
      .map(({ h, r }): Told => {
        // Both as long as both were followed: a tank that began earlier has lost more.
        const from = Math.max(...of.filter((f) => f.h.lotId === lotId).map((f) => Math.max(f.r.since, f.h.openedAt)));
        const counts = dead.filter((d) => d.holding_id === h.holdingId && d.at >= from).map((d) => d.value);
        const died = counts.reduce((s, n) => s + n, 0);
        const w = weights.find((x) => x.lot_id === lotId && x.unit_id === h.unitId && x.at >= from);
        const mean = w ? { g: w.value, sd: sdOf(w), at: w.at } : null;
        return {
          unit: h.unit,
          regime: r.name,
          since: from,
          number: h.number,
          dead: died,
          counts: counts.length,
          mean,
          seen: { dead: counts, stood: h.number + died, standsCv: h.number > 0 ? h.sd / h.number : 0, mean },
        };
      });
    const [first, ...others] = tanks;
    return others
      .filter((o) => o.regime !== first!.regime)
      .map(({ seen, ...b }) => {
        const { seen: firstSeen, ...a } = first!;
        return { lotId, lot: of.find((f) => f.h.lotId === lotId)!.h.lot, a, b, ...compareRegimes(seen, firstSeen) };
      });
  });
}
