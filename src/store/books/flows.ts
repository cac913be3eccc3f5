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
