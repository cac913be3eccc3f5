import { type Odds, oddsOf, type SignForetold, signsForetold } from '@/core/selection/foretold';
import type { SelectionScheme } from '@/core/selection/scheme';
import { type SelectionTotals, totalsOf } from '@/core/selection/totals';
import { DAY_MS } from '@/core/time/spans';
import type { HallView } from '@/modules/rearing/views/hall';
import { flowsBetweenLots } from '@/store/books/flows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import type { SelectionGoal } from '../input';
import { fishOf, type SelectionRow, selectionRows } from '../onBench';
import { schemesFor } from '../schemesFor';
import { secondLooks, strainsOf } from './looks';

export type SelectionLine = {
  id: number;
  lotId: number;
  lot: string;
  unit: string;
  strain: string;
  begunAt: number;
  is: 'open' | 'booked' | 'givenUp';
  goal: SelectionGoal;
  totals: SelectionTotals;
};

/** A tank whose fish may come to the bench. */
export type SelectionTank = {
  holdingId: number;
  unitId: number;
  unit: string;
  room: string;
  lotId: number;
  lot: string;
  stage: string;
  speciesId: string;
  speciesName: string;
  number: number;
};

/** Followed fish of one selection that nobody has looked at again. */
export type Awaited = { lot: string; lotId: number; since: number; followed: number; due: boolean };

export type SelectionsView = {
  open: SelectionLine[];
  past: SelectionLine[];
  tanks: SelectionTank[];
  awaited: Awaited[];
  odds: Odds[];
  signs: (SignForetold & { word: string })[];
  looks: number;
  /** How fish of each species that eats here are judged. */
  schemes: { species: string; name: string; scheme: SelectionScheme }[];
};

/** Followed fish are looked at again after so long. */
const AGAIN_DAYS = 150;

/** All selections of a site, what they came to, and what second looks taught. A fixed number of statements. */
export async function selectionsView(db: Db, siteId: number, now: number, hall: HallView): Promise<SelectionsView> {
  const rows = await selectionRows(db, siteId);
  const lotIds = [...new Set(rows.map((r) => r.lotId))];
  const species = [...new Set(hall.units.flatMap((u) => u.fed.flatMap((f) => speciesIn(u, f.holdingId))))];
  const [fish, names, units, strains, looks, schemes, book] = await Promise.all([
    fishOf(
      db,
      rows.map((r) => r.id),
    ),
    db('lot').whereIn('id', lotIds).select('id', 'name'),
    db('unit').where({ site_id: siteId }).select('id', 'name'),
    strainsOf(db, lotIds),
    secondLooks(db, rows),
    schemesFor(db, siteId, species),
    speciesBook(db, siteId),
  ]);
  const home = await lotsStill(db, rows);
  const lotName = new Map(names.map((l) => [l.id, l.name]));
  const unitName = new Map(units.map((u) => [u.id, u.name]));
  const all = rows.map(
    (r): SelectionLine => ({
      id: r.id,
      lotId: r.lotId,
      lot: lotName.get(r.lotId) ?? '',
      unit: unitName.get(r.unitId) ?? '',
      strain: strains.get(r.lotId) ?? 'own',
      begunAt: r.begunAt,
      is: r.overAt !== null ? 'givenUp' : r.entrySeq !== null ? 'booked' : 'open',
      goal: r.goal,
      totals: totalsOf(fish.get(r.id)!, r.scheme),
    }),
  );
  const seen = new Set([...fish.values()].flat().flatMap((f) => (f.gone || f.first === null ? [] : [f.first])));
  const words = new Map(rows.flatMap((r) => r.scheme.signs.map((s) => [s.id, s.word] as const)));
  return {
    open: all.filter((s) => s.is === 'open'),
    past: all.filter((s) => s.is !== 'open'),
    tanks: hall.units.flatMap((u) =>
      u.fed.map((f) => {
        const h = u.holdings.find((x) => x.holdingId === f.holdingId)!;
        return {
          holdingId: h.holdingId,
          unitId: u.id,
          unit: u.name,
          room: u.room,
          lotId: h.lotId,
          lot: h.lot,
          stage: h.stage,
          speciesId: h.species,
          speciesName: h.speciesName,
          number: h.number,
        };
      }),
    ),
    awaited: rows.flatMap((r): Awaited[] => {
      if (r.entrySeq === null || !home.has(r.entrySeq)) return [];
      const left = fish
        .get(r.id)!
        .filter((f) => !f.gone && (f.tag || f.marks.length > 0) && !seen.has(f.id) && stays(f.decision));
      return left.length === 0
        ? []
        : [
            {
              lot: lotName.get(r.lotId) ?? '',
              lotId: r.lotId,
              since: r.begunAt,
              followed: left.length,
              due: r.begunAt < now - AGAIN_DAYS * DAY_MS,
            },
          ];
    }),
    odds: oddsOf(looks),
    signs: signsForetold(looks).map((s) => ({ ...s, word: words.get(s.sign) ?? s.sign })),
    looks: looks.length,
    schemes: species.map((s) => ({ species: s, name: book.get(s)?.name ?? s, scheme: schemes.get(s)! })),
  };
}

/** Entries of selections of which some fish still stand here, in the lots that they made or in what became of those. */
async function lotsStill(db: Db, rows: readonly SelectionRow[]): Promise<Set<number>> {
  const seqs = rows.flatMap((r) => r.entrySeq ?? []);
  const made = await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .whereIn('p.entry_seq', seqs)
    .whereNull('p.superseded_seq')
    .where('p.account', 'holding')
    .where('p.delta', '>', 0)
    .select<{ seq: number; lotId: number }[]>({ seq: 'p.entry_seq', lotId: 'h.lot_id' });
  const lots = [...new Set(made.map((m) => m.lotId))];
  const [own, further] = await Promise.all([
    db('holding').whereIn('lot_id', lots).where('number', '>', 0).distinct().pluck('lot_id'),
    flowsBetweenLots(db)
      .whereIn('h.lot_id', lots)
      .whereExists((q) => q.from('holding as n').whereRaw('n.lot_id = g.lot_id AND n.number > 0').select(db.raw('1')))
      .distinct()
      .pluck('h.lot_id'),
  ]);
  const still = new Set<number>([...own, ...further]);
  return new Set(made.filter((m) => still.has(m.lotId)).map((m) => m.seq));
}

const speciesIn = (u: HallView['units'][number], holdingId: number): string[] =>
  u.holdings.flatMap((h) => (h.holdingId === holdingId ? [h.species] : []));

/** Fish that are still in the house. */
export const stays = (decision: string): boolean => decision === 'keep' || decision === 'second';
