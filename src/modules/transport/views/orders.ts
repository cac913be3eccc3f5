import type { PromiseLot } from '@/core/planning/promise';
import { DAY_MS } from '@/core/time/spans';
import { bearsOf, type HallView } from '@/modules/rearing/views/hall';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

export type OrderRow = {
  id: number;
  customer: string;
  species: string;
  speciesName: string;
  number: number;
  leastG: number;
  dueAt: number;
  priceEach: number | null;
  note: string;
  madeAt: number;
  closedAt: number | null;
  /** Sold to that customer since it was made. */
  delivered: number;
};

export type Orders = {
  orders: OrderRow[];
  /** What may serve, by species. */
  lots: (PromiseLot & { species: string })[];
  species: { id: string; name: string }[];
};

/** Orders with what stands that may serve them. Three statements. */
export async function ordersOf(db: Db, siteId: number, now: number, hall: HallView): Promise<Orders> {
  const [rows, sold, book] = await Promise.all([
    db('sale_order')
      .where({ site_id: siteId })
      .where((b) => b.whereNull('closed_at').orWhere('closed_at', '>', now - 60 * DAY_MS))
      .orderByRaw('closed_at IS NOT NULL, due_at')
      .limit(100)
      .select<Omit<OrderRow, 'speciesName' | 'delivered'>[]>('id', 'customer', 'species', 'number', 'note', {
        leastG: 'least_g',
        dueAt: 'due_at',
        priceEach: 'price_each',
        madeAt: 'made_at',
        closedAt: 'closed_at',
      }),
    db('entry as e')
      .join('posting as p', (on) => on.on('p.entry_seq', 'e.seq').andOnVal('p.account', 'sold'))
      .where({ 'e.site_id': siteId, 'e.kind': 'sale' })
      .where('e.order_at', '>', now - 400 * DAY_MS)
      .whereNull('p.superseded_seq')
      .select<{ at: number; intent: string; number: number }[]>({ at: 'e.at', intent: 'e.intent', number: 'p.delta' }),
    speciesBook(db, siteId),
  ]);
  const told = sold.map((s) => ({ ...s, receiver: fromJson<{ receiver?: string }>(s.intent).receiver ?? '' }));
  const lots = hall.units.flatMap((u) => {
    const [first] = u.holdings;
    const species = first && book.get(first.species);
    if (!first || !species || u.massG === null || u.number <= 0 || u.fed.length === 0) return [];
    const { meanG, rise } = bearsOf(u, species, u.fed, u.number, u.massG);
    if (meanG === null) return [];
    return [
      {
        id: u.name,
        species: first.species,
        number: u.number,
        sd: u.sd,
        meanG,
        risePerDay: rise ?? 0,
        deadPerDay: Math.min(1, u.dead7 / 7 / u.number),
      },
    ];
  });
  const standing = new Map(lots.map((l) => [l.species, book.get(l.species)!.name]));
  for (const r of rows) standing.set(r.species, book.get(r.species)?.name ?? r.species);
  return {
    orders: rows.map((r) => ({
      ...r,
      speciesName: book.get(r.species)?.name ?? r.species,
      delivered: told
        .filter((t) => t.at >= r.madeAt && t.receiver.toLowerCase() === r.customer.toLowerCase())
        .reduce((s, t) => s + t.number, 0),
    })),
    lots,
    species: [...standing].map(([id, name]) => ({ id, name })).sort((a, b) => a.name.localeCompare(b.name)),
  };
}
