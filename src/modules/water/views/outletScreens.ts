import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import { daysToWider, judgeScreen, type ScreenJudged } from '@/core/water/outletScreen';
import { bearsOf, type HallUnit } from '@/modules/rearing/views/hall';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** A tank with the screen before its outlet, and what it may be changed to. */
export type OutletScreen = ScreenJudged & {
  unitId: number;
  unit: string;
  room: string;
  openingMm: number | null;
  setAt: number | null;
  meanMm: number;
  /** When the next wider one keeps them; null where they do not grow, or it is not known. */
  widerAt: number | null;
};

/** Length of fish of usual shape, mm: condition of one. */
export const lengthMm = (massG: number): number => 10 * Math.cbrt(100 * massG);

/** Scatter of the lengths of a holding as it was measured last, or as it is taken to be. */
export async function lastScatter(db: Db, holdingId: number): Promise<number> {
  const row = await db('observation')
    .where({ holding_id: holdingId, kind: 'spread' })
    .orderBy('at', 'desc')
    .first<{ value: number } | undefined>('value');
  return row?.value ?? thresholds.lengthScatter.value;
}

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
