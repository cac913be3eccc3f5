import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import { daysToWider, judgeScreen, lengthMm, type OutletScreen } from '@/core/water/outletScreen';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { bearsOf, type HallUnit } from './hall';

/** Screens of tanks in which weighed fish stand, those through which they escape first. Three statements. */
export async function outletScreens(
  db: Db,
  siteId: number,
  now: number,
  units: readonly HallUnit[],
): Promise<OutletScreen[]> {
  const weighed = units.filter((u) => u.number > 0 && u.massG !== null && u.massG > 0 && u.fed.length > 0);
  if (weighed.length === 0) return [];
  const [set, spread, book] = await Promise.all([
    db('observation')
      .whereIn(
        'unit_id',
        weighed.map((u) => u.id),
      )
      .where({ kind: 'screen' })
      .where('at', '<=', now)
      .orderBy(['at', 'id'])
      .select<{ unit_id: number; at: number; value: number }[]>('unit_id', 'at', 'value'),
    db('observation')
      .whereIn(
        'holding_id',
        weighed.flatMap((u) => u.holdings.map((h) => h.holdingId)),
      )
      .where({ kind: 'spread' })
      .where('at', '<=', now)
      .orderBy(['at', 'id'])
      .select<{ holding_id: number; value: number }[]>('holding_id', 'value'),
    speciesBook(db, siteId),
  ]);
  const rank = { escape: 0, fine: 1, unknown: 2, good: 3 };
  return weighed
    .flatMap((u): OutletScreen[] => {
      const species = book.get(u.holdings[0]!.species);
      if (!species) return [];
      const { meanG, rise } = bearsOf(u, species, u.fed, u.number, u.massG);
      if (meanG === null) return [];
      const last = set.findLast((s) => s.unit_id === u.id) ?? null;
      const cv =
        spread.findLast((s) => u.holdings.some((h) => h.holdingId === s.holding_id))?.value ??
        thresholds.lengthScatter.value;
      const meanMm = lengthMm(meanG);
      const days = last === null || rise === null ? null : daysToWider(meanMm, cv, last.value, meanG, rise);
      return [
        {
          unitId: u.id,
          unit: u.name,
          room: u.room,
          openingMm: last?.value ?? null,
          setAt: last?.at ?? null,
          meanMm,
          widerAt: days === null ? null : now + days * DAY_MS,
          ...judgeScreen(meanMm, cv, last?.value ?? null),
        },
      ];
    })
    .sort((a, b) => rank[a.is] - rank[b.is] || (a.widerAt ?? Infinity) - (b.widerAt ?? Infinity));
}
