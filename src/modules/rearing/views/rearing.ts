import { DAY_MS } from '@/core/time/spans';
import type { LivingHolding } from '@/server/stock/livingStock';
import { totalsBy } from '@/server/stock/stockNow';
import type { Db } from '@/store/connection';

export type RearingUnit = {
  id: number;
  name: string;
  room: string;
  roomId: number;
  kind: string;
  volumeL: number | null;
  flowLPerMin: number | null;
  holdings: LivingHolding[];
  /** All that stands in it, with the doubt that its holdings share. */
  number: number;
  sd: number;
  /** Mass of all; null while some of it was never weighed. */
  massG: number | null;
  dead7: number;
};

/** Tanks, raceways and ponds with what stands in them. */
export async function rearingView(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  holdings: readonly LivingHolding[],
): Promise<RearingUnit[]> {
  const units = await db('unit as u')
    .join('room as r', 'r.id', 'u.room_id')
    .where({ 'u.site_id': site.siteId, 'u.retired': false })
    .whereIn('r.kind', ['rearing', 'outdoor'])
    .orderBy(['r.walk_order', 'u.place_y', 'u.place_x', 'u.id'])
    .select<Omit<RearingUnit, 'holdings' | 'number' | 'sd' | 'massG' | 'dead7'>[]>('u.id', 'u.name', 'u.kind', {
      room: 'r.name',
      roomId: 'r.id',
      volumeL: 'u.volume_l',
      flowLPerMin: 'u.flow_l_min',
    });
  const lots = [...new Set(holdings.map((h) => h.lotId))];
  const [weights, dead, totals] = await Promise.all([
    lots.length === 0
      ? []
      : db('observation as o')
          .join(
            db('observation')
              .whereIn('lot_id', lots)
              .where('kind', 'meanG')
              .groupBy('lot_id', 'unit_id')
              .select('lot_id', 'unit_id', db.raw('MAX(`at`) AS latest'))
              .as('m'),
            (on) => on.on('m.lot_id', 'o.lot_id').andOn('m.unit_id', 'o.unit_id').andOn('m.latest', 'o.at'),
          )
          .where('o.kind', 'meanG')
          .orderBy('o.at', 'desc')
          .select<Weighed[]>('o.lot_id', 'o.unit_id', 'o.value', 'o.at'),
    holdings.length === 0
      ? []
      : db('observation')
          .whereIn(
            'holding_id',
            holdings.map((h) => h.holdingId),
          )
          .where('kind', 'dead')
          .where('at', '>', now - 7 * DAY_MS)
          .groupBy('unit_id')
          .select<{ unit_id: number; n: number }[]>('unit_id', db.raw('SUM(value) AS n')),
    totalsBy(db, site.siteId, now, 'unit'),
  ]);
  return units.map((u) => {
    const own = holdings.filter((h) => h.unitId === u.id);
    const weighed = own.map((h) => lastWeighed(weights, h));
    const all = own.length > 0 && weighed.every((w) => w !== undefined);
    return {
      ...u,
      holdings: own,
      ...(totals.get(String(u.id)) ?? { number: 0, sd: 0 }),
      massG: all ? own.reduce((s, h, i) => s + h.number * weighed[i]!.value, 0) : null,
      dead7: Number(dead.find((d) => d.unit_id === u.id)?.n ?? 0),
    };
  });
}

type Weighed = { lot_id: number; unit_id: number; value: number; at: number };

/** The last weighing of a lot in this unit; before its first one here, the last wherever it was. */
const lastWeighed = (newestFirst: readonly Weighed[], h: LivingHolding): Weighed | undefined =>
  newestFirst.find((w) => w.lot_id === h.lotId && w.unit_id === h.unitId) ??
  newestFirst.find((w) => w.lot_id === h.lotId);
