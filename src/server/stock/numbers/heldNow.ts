import type { JudgedRound } from '@/core/incubation/picks';
import { stageOf } from '@/core/species/species';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import type { KeptWatch } from '@/store/pickWatch';
import { speciesBook } from '@/store/species';

/** What the books hold of one unit after something was recorded, and how a round there is judged. */
export type Held = {
  unit: string;
  lot: string;
  stage: string;
  number: number;
  sd: number;
  /** Of the round that was just recorded, once it was judged. */
  round?: Pick<JudgedRound, 'picked' | 'low' | 'high' | 'verdict'>;
};

/** Units that one answer names at most: a grading fills many. */
const MOST = 4;

/** What the units of some entries hold now, the fullest first. Two statements; none where nothing was booked. */
export async function heldNow(db: Db, siteId: number, entries: readonly string[]): Promise<Held[]> {
  if (entries.length === 0) return [];
  const rows = await db('posting as p')
    .join('entry as e', 'e.seq', 'p.entry_seq')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .leftJoin('pick_watch as w', 'w.holding_id', 'h.id')
    .where('e.site_id', siteId)
    .whereIn('e.id', [...entries])
    .where('p.account', 'holding')
    .groupBy('h.id')
    .orderBy('h.number', 'desc')
    .limit(MOST)
    .select<
      {
        unit: string;
        lot: string;
        species: string;
        stage: string;
        number: number;
        sd: number;
        state: string | null;
        picked_at: number | null;
      }[]
    >(
      { unit: 'u.name', lot: 't.name', species: 't.species', stage: 'h.stage', number: 'h.number', sd: 'h.sd' },
      'w.state',
      db.raw("MAX(CASE WHEN e.kind = 'pick' THEN e.order_at END) AS picked_at"),
    );
  if (rows.length === 0) return [];
  const book = await speciesBook(db, siteId);
  return rows.map((r) => {
    const round = r.state && r.picked_at !== null ? fromJson<KeptWatch>(r.state).rounds.at(-1) : undefined;
    const species = book.get(r.species);
    return {
      unit: r.unit,
      lot: r.lot,
      stage: species ? stageOf(species, r.stage).name : r.stage,
      number: r.number,
      sd: r.sd,
      ...(round && round.at === r.picked_at
        ? { round: { picked: round.picked, low: round.low, high: round.high, verdict: round.verdict } }
        : {}),
    };
  });
}
