import type { Db } from '@/store/connection';
import { feedStore } from './feedStore';
import { feedTables } from './feedTables';

/** What may be fed, as forms offer it: products in use with what stands of each, and tables of rations. */
export async function feedChoices(db: Db, siteId: number, now: number) {
  const [store, tables] = await Promise.all([feedStore(db, siteId, now), feedTables(db, siteId)]);
  return {
    products: store
      .filter((p) => !p.retired)
      .map((p) => ({ id: p.id, name: p.name, lots: p.lots.map(({ receivedAt: _, ...l }) => l) })),
    tables: tables.map((t) => ({ id: t.id, name: t.name })),
  };
}
