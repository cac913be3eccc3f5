import { DAY_MS } from '@/core/time/spans';
import { type FeedProduct, feedStore } from '@/server/stock/feeding/feedStore';
import { feedTables, tableOf } from '@/server/stock/feeding/feedTables';
import { feedOutlook, type Outlook } from '@/server/stock/feeding/outlook';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import type { HallView } from './hall';

/** Who ate of a lot of feed: a recall finds them. */
export type Eater = {
  lotId: number;
  lot: string;
  unit: string;
  g: number;
  from: number;
  to: number;
  /** Where what is left of the lot stands now; empty where it is gone. */
  now: string;
};

export type StoreView = {
  products: (FeedProduct & { outlook: Outlook; weekKg: number })[];
  tables: { id: string; name: string; own: boolean; source: string; masses: number; temperatures: number }[];
  recall: { id: number; name: string; product: string; eaters: Eater[] } | null;
};

/** The feed store with what each product is in for. @param recall lot of feed whose eaters are wanted */
export async function storeView(
  db: Db,
  siteId: number,
  now: number,
  hall: HallView,
  recall: number | null,
): Promise<StoreView> {
  const [store, tables, week, book, eaters] = await Promise.all([
    feedStore(db, siteId, now),
    feedTables(db, siteId),
    usedInWeek(db, siteId, now),
    speciesBook(db, siteId),
    recall === null ? null : eatersOf(db, siteId, recall),
  ]);
  const speciesOf = new Map(
    hall.units.flatMap((u) => u.holdings.map((h) => [h.holdingId, book.get(h.species)!] as const)),
  );
  const outlook = feedOutlook(
    hall.units.flatMap((u) => u.fed),
    store,
    (f) => tableOf(tables, speciesOf.get(f.holdingId)!, f.plan.table),
    now,
  );
  const lot = store.flatMap((p) => p.lots.map((l) => ({ ...l, product: p.name }))).find((l) => l.id === recall);
  return {
    products: store.map((p) => ({
      ...p,
      outlook: outlook.find((o) => o.id === p.id)!,
      weekKg: (week.get(p.id) ?? 0) / 1000,
    })),
    tables: tables.map((t) => ({
      id: t.id,
      name: t.name,
      own: t.own,
      source: t.source,
      masses: t.rows.length,
      temperatures: t.celsius.length,
    })),
    recall:
      recall === null || !eaters
        ? null
        : { id: recall, name: eaters.name ?? lot?.name ?? '', product: eaters.product ?? '', eaters: eaters.list },
  };
}

/** What was fed of each product in the last seven days, g. */
async function usedInWeek(db: Db, siteId: number, now: number): Promise<Map<number, number>> {
  const rows = await db('feed_lot as l')
    .join('observation as o', 'o.feed_lot_id', 'l.id')
    .where('l.site_id', siteId)
    .where('o.kind', 'feed')
    .where('o.at', '>', now - 7 * DAY_MS)
    .where('o.at', '<=', now)
    .groupBy('l.product_id')
    .select<{ id: number; g: number }[]>({ id: 'l.product_id' }, db.raw('SUM(o.value) AS g'));
  return new Map(rows.map((r) => [r.id, Number(r.g)]));
}

/** All lots of fish that ate of a lot of feed, where and when, and where they stand now. */
async function eatersOf(db: Db, siteId: number, feedLot: number) {
  const of = await db('feed_lot as l')
    .join('feed_product as p', 'p.id', 'l.product_id')
    .where({ 'l.id': feedLot, 'l.site_id': siteId })
    .first<{ name: string; product: string } | undefined>({ name: 'l.name', product: 'p.name' });
  const rows = await db('observation as o')
    .join('lot as t', 't.id', 'o.lot_id')
    .join('unit as u', 'u.id', 'o.unit_id')
    .where({ 'o.feed_lot_id': feedLot, 'o.kind': 'feed', 't.site_id': siteId })
    .groupBy('o.lot_id', 'o.unit_id')
    .orderBy('to', 'desc')
    .select<Omit<Eater, 'now'>[]>(
      { lotId: 't.id', lot: 't.name', unit: 'u.name' },
      db.raw('SUM(o.value) AS g'),
      db.raw('MIN(o.`at`) AS `from`'),
      db.raw('MAX(o.`at`) AS `to`'),
    );
  const standing =
    rows.length === 0
      ? []
      : await db('holding as h')
          .join('unit as u', 'u.id', 'h.unit_id')
          .whereIn('h.lot_id', [...new Set(rows.map((r) => r.lotId))])
          .where('h.number', '>', 0)
          .select<{ lotId: number; unit: string }[]>({ lotId: 'h.lot_id', unit: 'u.name' });
  return {
    name: of?.name,
    product: of?.product,
    list: rows.map((r) => ({
      ...r,
      g: Number(r.g),
      now: [...new Set(standing.filter((s) => s.lotId === r.lotId).map((s) => s.unit))].join(', '),
    })),
  };
}
