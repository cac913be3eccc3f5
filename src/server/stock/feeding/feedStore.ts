import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';

/** A lot of feed as it stands in the store. */
export type FeedLot = {
  id: number;
  name: string;
  /** End of the day up to which it is good; null where the bag says none. */
  bestBefore: number | null;
  /** By the books of the store: what came, less what was fed and thrown away, since it was last weighed. */
  leftG: number;
  receivedAt: number | null;
};

export type FeedProduct = {
  id: number;
  name: string;
  fromMm: number | null;
  toMm: number | null;
  proteinShare: number | null;
  pricePerKg: number | null;
  leadDays: number | null;
  retired: boolean;
  /** The one that expires first stands first; what is used up is left out. */
  lots: FeedLot[];
};

/** Less than so much of a bag is dust. */
const DUST_G = 0.5;

/** Lots that expired longer ago are history: nobody looks for them in the store. */
const HISTORY_MS = 180 * DAY_MS;

/** Products of the feed store and what stands of each. Two statements. @param empty with lots that are used up */
export async function feedStore(db: Db, siteId: number, now: number, empty = false): Promise<FeedProduct[]> {
  const [products, lots] = await Promise.all([
    db('feed_product').where({ site_id: siteId }).orderBy('name').select({
      id: 'id',
      name: 'name',
      fromMm: 'from_mm',
      toMm: 'to_mm',
      proteinShare: 'protein_share',
      pricePerKg: 'price_per_kg',
      leadDays: 'lead_days',
      retired: 'retired',
    }),
    feedLots(db, siteId, now),
  ]);
  return products.map((p) => ({
    ...p,
    retired: Boolean(p.retired),
    lots: lots
      .filter((l) => l.productId === p.id && (empty || Math.abs(l.leftG) > DUST_G))
      .map(({ productId: _, ...l }) => l),
  }));
}

/**
 * What is left of each lot: the last weighing of the lot, or nothing before its first delivery, and what came and went
 * since then.
 */
export async function feedLots(
  db: Db,
  siteId: number,
  now: number,
  only?: number,
): Promise<(FeedLot & { productId: number })[]> {
  const rows = await db('feed_lot as l')
    .leftJoin('observation as o', 'o.feed_lot_id', 'l.id')
    .leftJoin(
      db('observation')
        .where({ kind: 'feedCount' })
        .whereNotNull('feed_lot_id')
        .groupBy('feed_lot_id')
        .select('feed_lot_id', db.raw('MAX(`at`) AS latest'))
        .as('c'),
      'c.feed_lot_id',
      'l.id',
    )
    .where('l.site_id', siteId)
    .modify((q) => {
      if (only !== undefined) q.where('l.id', only);
      else q.where((b) => b.whereNull('l.best_before').orWhere('l.best_before', '>', now - HISTORY_MS));
    })
    .groupBy('l.id')
    .select<
      {
        id: number;
        productId: number;
        name: string;
        bestBefore: number | null;
        receivedAt: number | null;
        leftG: number;
      }[]
    >(
      'l.id',
      { productId: 'l.product_id', name: 'l.name', bestBefore: 'l.best_before' },
      db.raw("MIN(CASE WHEN o.kind = 'feedIn' THEN o.at END) AS receivedAt"),
      db.raw(
        `COALESCE(SUM(CASE
          WHEN o.kind = 'feedCount' THEN IF(o.at = c.latest, o.value, 0)
          WHEN c.latest IS NOT NULL AND o.at <= c.latest THEN 0
          WHEN o.kind = 'feedIn' THEN o.value
          WHEN o.kind IN ('feed', 'feedOut', 'sow') THEN -o.value
          ELSE 0 END), 0) AS leftG`,
      ),
    );
  return rows
    .map((r) => ({ ...r, leftG: Number(r.leftG) }))
    .sort((a, b) => (a.bestBefore ?? Infinity) - (b.bestBefore ?? Infinity) || a.id - b.id);
}
