import { accountWords } from '@/core/books/accountWords';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** What one entry moved from one place to another; places of the world outside by what became of the animals. */
export type LedgerPart = {
  lot: string;
  species: string;
  stage: string;
  from: string;
  to: string;
  /** The lot and the stage that they came into, where another. */
  intoLot: string;
  intoStage: string;
  number: number;
  sd: number;
};

type Posting = {
  id: number;
  entry_seq: number;
  account: string;
  delta: number;
  unit: string;
  lot: string;
  species: string;
  stage: string;
  sd: number | null;
};

/**
 * What entries moved, by entry, flow by flow, as derived now; of a voided one, what it moved last. The two postings of a
 * flow are written one right after the other, and so have neighbouring ids.
 */
export async function ledgerParts(db: Db, siteId: number, seqs: readonly number[]): Promise<Map<number, LedgerPart[]>> {
  const out = new Map<number, LedgerPart[]>();
  if (seqs.length === 0) return out;
  const [rows, book] = await Promise.all([
    db('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .join('unit as u', 'u.id', 'h.unit_id')
      .join('lot as t', 't.id', 'h.lot_id')
      .leftJoin('entry as v', 'v.voids_seq', 'p.entry_seq')
      .leftJoin('posting_loading as l', 'l.posting_id', 'p.id')
      .leftJoin('error_source as s', 's.id', 'l.source_id')
      .whereIn('p.entry_seq', [...seqs])
      .where((q) => q.whereNull('p.superseded_seq').orWhereRaw('p.superseded_seq >= v.seq'))
      .groupBy('p.id')
      .orderBy('p.id')
      .select<Posting[]>(
        'p.id',
        'p.entry_seq',
        'p.account',
        'p.delta',
        { unit: 'u.name', lot: 't.name', species: 't.species' },
        'h.stage',
        db.raw('SQRT(SUM(POW(l.coefficient * s.sd, 2))) AS sd'),
      ),
    speciesBook(db, siteId),
  ]);
  const stageOf = (p: Posting) => book.get(p.species)?.stages.find((s) => s.id === p.stage)?.name ?? p.stage;
  const placeOf = (p: Posting) => (p.account === 'holding' ? p.unit : (accountWords[p.account] ?? p.account));
  for (let i = 0; i + 1 < rows.length; i++) {
    const [a, b] = [rows[i]!, rows[i + 1]!];
    if (b.id !== a.id + 1 || a.entry_seq !== b.entry_seq) continue;
    i += 1;
    // What leaves a holding is posted below none there; outside accounts mirror it.
    const [from, to] = flowOf(a, b);
    const [lived, came] = [from.account === 'holding' ? from : to, to.account === 'holding' ? to : from];
    const part: LedgerPart = {
      lot: lived.lot,
      species: book.get(lived.species)?.name ?? lived.species,
      stage: stageOf(lived),
      from: placeOf(from),
      to: placeOf(to),
      intoLot: came.lot === lived.lot ? '' : came.lot,
      intoStage: stageOf(came) === stageOf(lived) ? '' : stageOf(came),
      number: Math.abs(a.delta),
      sd: Math.max(a.sd ?? 0, b.sd ?? 0),
    };
    (out.get(a.entry_seq) ?? out.set(a.entry_seq, []).get(a.entry_seq)!).push(part);
  }
  return out;
}

function flowOf(a: Posting, b: Posting): [Posting, Posting] {
  const [holding, other] = a.account === 'holding' ? [a, b] : [b, a];
  return holding.delta < 0 ? [holding, other] : [other, holding];
}
