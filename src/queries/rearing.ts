import type { Db } from '@/store/connection';
import type { RoundHolding } from './round';

export type RearingUnit = {
  id: number;
  name: string;
  room: string;
  roomId: number;
  kind: string;
  volumeL: number | null;
  flowLPerMin: number | null;
  holdings: RoundHolding[];
  meanG: number | null;
  weighedAt: number | null;
  dead7: number;
};

/** Tanks, raceways and ponds with what stands in them. */
export async function rearingView(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  holdings: readonly RoundHolding[],
): Promise<RearingUnit[]> {
  const units = (await db('unit as u')
    .join('room as r', 'r.id', 'u.room_id')
    .where({ 'u.site_id': site.siteId, 'u.retired': false })
    .whereIn('r.kind', ['rearing', 'outdoor'])
    .orderBy(['r.walk_order', 'u.place_y', 'u.place_x', 'u.id'])
    .select('u.id', 'u.name', 'u.kind', {
      room: 'r.name',
      roomId: 'r.id',
      volumeL: 'u.volume_l',
      flowLPerMin: 'u.flow_l_min',
    })) as unknown as Omit<RearingUnit, 'holdings' | 'meanG' | 'weighedAt' | 'dead7'>[];
  const lots = [...new Set(holdings.map((h) => h.lotId))];
  const [weights, dead] = await Promise.all([
    lots.length === 0
      ? []
      : (db('observation as o')
          .join(
            db('observation')
              .whereIn('lot_id', lots)
              .where('kind', 'meanG')
              .groupBy('lot_id')
              .select('lot_id', db.raw('MAX(`at`) AS latest'))
              .as('m'),
            (on) => on.on('m.lot_id', 'o.lot_id').andOn('m.latest', 'o.at'),
          )
          .where('o.kind', 'meanG')
          .select('o.lot_id', 'o.value', 'o.at') as unknown as Promise<
          { lot_id: number; value: number; at: number }[]
        >),
    holdings.length === 0
      ? []
      : (db('observation')
          .whereIn(
            'holding_id',
            holdings.map((h) => h.holdingId),
          )
          .where('kind', 'dead')
          .where('at', '>', now - 7 * 86_400_000)
          .groupBy('unit_id')
          .select('unit_id', db.raw('SUM(value) AS n')) as unknown as Promise<{ unit_id: number; n: number }[]>),
  ]);
  return units.map((u) => {
    const own = holdings.filter((h) => h.unitId === u.id);
    const weight = weights.find((w) => w.lot_id === own[0]?.lotId);
    return {
      ...u,
      holdings: own,
      meanG: weight?.value ?? null,
      weighedAt: weight?.at ?? null,
      dead7: Number(dead.find((d) => d.unit_id === u.id)?.n ?? 0),
    };
  });
}
