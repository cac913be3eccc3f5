import type { Db } from '../connection';

/**
 * What flowed from lot to lot, as it holds now: `p` and `h` are the posting and the holding that it left, `q` and `g`
 * those that it came into. The two postings of a flow are written one right after the other and so have neighbouring
 * ids; by their numbers alone, equal flows of one entry (two tanks of 60 into a third) could not be told apart.
 */
export function flowsBetweenLots(db: Db) {
  return db('posting as p')
    .join('posting as q', (on) =>
      on
        // Said both ways, so that either side can be the one looked up.
        .on('q.id', db.raw('p.id + 1') as never)
        .andOn('p.id', db.raw('q.id - 1') as never)
        .andOn('q.entry_seq', 'p.entry_seq')
        .andOn('q.delta', db.raw('-p.delta') as never),
    )
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('holding as g', 'g.id', 'q.holding_id')
    .where({ 'p.account': 'holding', 'q.account': 'holding' })
    .whereNull('p.superseded_seq')
    .whereNull('q.superseded_seq')
    .where('p.delta', '<', 0)
    .whereRaw('g.lot_id <> h.lot_id');
}

/** More generations than any season has; a circle of merges ends here. */
const MOST_GENERATIONS = 8;

/** What came from one lot into another by one entry. */
export type Link = { from: number; to: number; seq: number; at: number; stage: string; number: number };

/** Every flow from lot to lot that leads to this one. One statement a generation. */
export async function lineage(db: Db, lotId: number): Promise<Link[]> {
  const links: Link[] = [];
  const seen = new Set<number>();
  let frontier = [lotId];
  for (let g = 0; g < MOST_GENERATIONS && frontier.length > 0; g++) {
    for (const l of frontier) seen.add(l);
    const found = await flowsBetweenLots(db)
      .whereIn('g.lot_id', frontier)
      .groupBy('h.lot_id', 'g.lot_id', 'g.stage', 'q.entry_seq', 'q.order_at')
      .select<Link[]>(
        { from: 'h.lot_id', to: 'g.lot_id', stage: 'g.stage', seq: 'q.entry_seq', at: 'q.order_at' },
        db.raw('SUM(q.delta) AS number'),
      );
    links.push(...found.map((l) => ({ ...l, number: Number(l.number) })));
    frontier = [...new Set(found.map((l) => l.from))].filter((l) => !seen.has(l));
  }
  return links;
}
