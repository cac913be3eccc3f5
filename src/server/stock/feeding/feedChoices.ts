import { tableFits } from '@/core/feeding/feedTable';
import { regimeFits } from '@/core/feeding/regimes';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { feedStore } from './feedStore';
import { feedTables } from './feedTables';
import { regimesHere } from './regimesHere';

/** What may be fed, as forms offer it: products in use with what stands of each, and tables of rations. */
export async function feedChoices(db: Db, siteId: number, now: number) {
  const [store, tables, vessels, kept, book, regimes] = await Promise.all([
    feedStore(db, siteId, now),
    feedTables(db, siteId),
    db('vessel').where({ site_id: siteId, retired: false }).orderBy('name').select('id', 'name'),
    db('holding as h')
      .join('lot as t', 't.id', 'h.lot_id')
      .where('h.site_id', siteId)
      .where('h.number', '>', 0)
      .distinct('t.species as species')
      .pluck<string[]>('species'),
    speciesBook(db, siteId),
    regimesHere(db, siteId),
  ]);
  // Only of species that stand here: every page carries them.
  const here = kept.flatMap((id) => book.get(id) ?? []);
  return {
    products: store
      .filter((p) => !p.retired)
      .map((p) => ({ id: p.id, name: p.name, lots: p.lots.map(({ receivedAt: _, ...l }) => l) })),
    tables: tables.filter((t) => here.some((s) => tableFits(t, s))).map((t) => ({ id: t.id, name: t.name })),
    vessels,
    regimes: regimes.flatMap((r) => {
      const species = here.filter((s) => regimeFits(r, s)).map((s) => s.id);
      return species.length > 0 ? [{ id: r.id, name: r.name, fits: r.fits, species }] : [];
    }),
  };
}
