import { DAY_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** Fish that came from elsewhere and still stand. */
export type Arrived = {
  holdingId: number;
  unitId: number;
  unit: string;
  lot: string;
  lotId: number;
  at: number;
  papers: string;
};

/** What came within so many days may still carry something that nobody sees. `verify` */
const DAYS = 30;

/** Fish that arrived within the last weeks, by the tanks in which they were put, the latest first. One statement. */
export async function arrivedLately(db: Db, siteId: number, now: number): Promise<Arrived[]> {
  const rows = await db('entry as e')
    .join('posting as p', 'p.entry_seq', 'e.seq')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where({ 'e.site_id': siteId, 'e.kind': 'arrival', 'p.account': 'holding' })
    .whereNull('v.seq')
    .whereNull('p.superseded_seq')
    .whereBetween('e.order_at', [now - DAYS * DAY_MS, now + DAY_MS])
    .where('h.number', '>', 0)
    .whereIn('h.station', ['fry', 'fingerlings'])
    .orderBy('e.order_at', 'desc')
    .limit(20)
    .select<(Omit<Arrived, 'papers'> & { intent: string })[]>({
      holdingId: 'h.id',
      unitId: 'u.id',
      unit: 'u.name',
      lot: 't.name',
      lotId: 't.id',
      at: 'e.at',
      intent: 'e.intent',
    });
  return rows.map(({ intent, ...r }) => ({ ...r, papers: fromJson<{ papers?: string }>(intent).papers ?? '' }));
}
