import { wilson } from '@/core/sampling/proportion';
import { oddsOf } from '@/core/selection/foretold';
import { totalsOf } from '@/core/selection/totals';
import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';
import { standing } from '@/store/families';
import { speciesBook } from '@/store/species';
import { fishOf, selectionRows } from '../onBench';
import { secondLooks, strainOf } from './looks';

type Share = { of: number; n: number; share: number; low: number; high: number };

/** One batch of a strain, and what became of it, by its share of every lot that it went into. */
export type StrainBatch = {
  lotId: number;
  lot: string;
  season: string;
  at: number;
  /** Animals when it began. */
  began: number;
  alive: number;
  /** By account of the books. */
  gone: Record<string, number>;
};

export type StrainCard = {
  strain: string;
  species: string;
  speciesName: string;
  /** Whose it is: brought from elsewhere, or bred here. */
  from: 'brought' | 'bred';
  batches: StrainBatch[];
  began: number;
  /** Alive or gone out by a person’s choice, of those that began. */
  cameThrough: number;
  /** Of those looked at one by one: kept, and deformed. */
  kept: Share | null;
  deformed: Share | null;
  /** Of those looked at twice. */
  became: Share | null;
};

/** Accounts by which animals go out as they were meant to. */
const MEANT = ['sold', 'released'];
/** Batches older than this are of other fish, other feed, other hands. */
const REMEMBERED_DAYS = 6 * 366;
/** A selection or a sample is of a strain that makes up so much of its lot. */
const MOST_OF = 0.5;

/**
 * What earlier batches of a strain or a supplier became: by the strain of their families, else by where they came from.
 * A fixed number of statements.
 */
export async function strainCards(db: Db, siteId: number, now: number): Promise<StrainCard[]> {
  const [families, rows, book] = await Promise.all([
    db('family as y')
      .join('lot as t', 't.id', 'y.lot_id')
      .where('y.site_id', siteId)
      .where('t.started_at', '>', now - REMEMBERED_DAYS * DAY_MS)
      .where(standing as never)
      .select<
        {
          id: number;
          lotId: number;
          strain: string;
          label: string;
          female: number | null;
          lot: string;
          season: string;
          species: string;
          at: number;
        }[]
      >({
        id: 'y.id',
        lotId: 'y.lot_id',
        strain: 'y.strain',
        label: 'y.label',
        female: 'y.female_id',
        lot: 't.name',
        season: 't.season',
        species: 't.species',
        at: 't.started_at',
      }),
    selectionRows(db, siteId),
    speciesBook(db, siteId),
  ]);
  const batchOf = new Map(families.map((f) => [String(f.id), f.lotId]));
  const shares = await db('lot_share as s')
    .whereIn('s.family', [...batchOf.keys()])
    .whereNull('s.superseded_seq')
    .select<{ lotId: number; family: string; share: number }[]>({
      lotId: 's.lot_id',
      family: 's.family',
      share: 's.share',
    });
  const lots = [...new Set(shares.map((s) => s.lotId))];
  const [alive, moved, deformed, fish, looks] = await Promise.all([
    db('holding')
      .whereIn('lot_id', lots)
      .where('number', '>', 0)
      .groupBy('lot_id')
      .select<{ lotId: number; n: string }[]>({ lotId: 'lot_id' }, db.raw('SUM(number) AS n')),
    db('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .whereIn('h.lot_id', lots)
      .whereNull('p.superseded_seq')
      .whereNot('p.account', 'holding')
      .groupBy('h.lot_id', 'p.account')
      .select<{ lotId: number; account: string; n: string }[]>(
        { lotId: 'h.lot_id', account: 'p.account' },
        db.raw('SUM(p.delta) AS n'),
      ),
    db('observation as o')
      .whereIn('o.lot_id', lots)
      .where('o.kind', 'deformed')
      .groupBy('o.lot_id')
      .select<{ lotId: number; n: string; of: string }[]>(
        { lotId: 'o.lot_id' },
        db.raw('SUM(o.successes) AS n'),
        db.raw('SUM(o.trials) AS `of`'),
      ),
    fishOf(
      db,
      rows.map((r) => r.id),
    ),
    secondLooks(db, rows),
  ]);
  /** Share of each lot that a batch makes up. */
  const carries = new Map<number, Map<number, number>>();
  for (const s of shares) {
    const batch = batchOf.get(s.family);
    if (batch === undefined) continue;
    const of = carries.get(batch) ?? new Map<number, number>();
    of.set(s.lotId, (of.get(s.lotId) ?? 0) + s.share);
    carries.set(batch, of);
  }
  const cards = new Map<string, StrainCard & { lots: Map<number, number> }>();
  const done = new Set<number>();
  for (const f of families) {
    if (done.has(f.lotId)) continue;
    done.add(f.lotId);
    const strain = strainOf(f);
    const key = `${f.species} ${strain}`;
    const card = cards.get(key) ?? {
      strain,
      species: f.species,
      speciesName: book.get(f.species)?.name ?? f.species,
      from: f.female === null ? ('brought' as const) : ('bred' as const),
      batches: [],
      began: 0,
      cameThrough: 0,
      kept: null,
      deformed: null,
      became: null,
      lots: new Map<number, number>(),
    };
    const own = carries.get(f.lotId) ?? new Map<number, number>();
    const batch: StrainBatch = {
      lotId: f.lotId,
      lot: f.lot,
      season: f.season,
      at: f.at,
      began: Math.round(
        -moved
          .filter((m) => m.lotId === f.lotId && ['taken', 'arrived', 'opening'].includes(m.account))
          .reduce((s, m) => s + Number(m.n), 0),
      ),
      alive: 0,
      gone: {},
    };
    let living = 0;
    for (const [lotId, share] of own) {
      living += share * Number(alive.find((a) => a.lotId === lotId)?.n ?? 0);
      for (const m of moved)
        if (m.lotId === lotId && !['taken', 'arrived', 'opening'].includes(m.account))
          batch.gone[m.account] = (batch.gone[m.account] ?? 0) + share * Number(m.n);
      card.lots.set(lotId, (card.lots.get(lotId) ?? 0) + share);
    }
    batch.alive = Math.round(living);
    for (const k of Object.keys(batch.gone)) batch.gone[k] = Math.round(batch.gone[k]!);
    card.batches.push(batch);
    cards.set(key, card);
  }
  const shareOf = (n: number, of: number): Share | null => {
    if (of <= 0) return null;
    const w = wilson(Math.min(n, of), of);
    return { n, of, share: w.estimate, low: w.low, high: w.high };
  };
  return [...cards.values()]
    .map(({ lots, ...card }): StrainCard => {
      const mostly = (lotId: number) => (lots.get(lotId) ?? 0) >= MOST_OF;
      const totals = rows
        // A second look chooses among those that were kept.
        .filter((r) => r.overAt === null && mostly(r.lotId) && !fish.get(r.id)!.some((f) => f.first !== null))
        .map((r) => totalsOf(fish.get(r.id)!, r.scheme));
      const odd = deformed.filter((d) => mostly(d.lotId));
      const second = oddsOf(looks.filter((l) => l.strain === card.strain).map((l) => ({ ...l, type: '' })))[0];
      const began = card.batches.reduce((s, b) => s + b.began, 0);
      return {
        ...card,
        batches: card.batches.sort((a, b) => b.at - a.at),
        began,
        cameThrough: card.batches.reduce((s, b) => s + b.alive + MEANT.reduce((x, k) => x + (b.gone[k] ?? 0), 0), 0),
        kept: shareOf(
          totals.reduce((s, t) => s + t.by.keep + t.by.second, 0),
          totals.reduce((s, t) => s + t.all, 0),
        ),
        deformed: shareOf(
          odd.reduce((s, d) => s + Number(d.n), 0),
          odd.reduce((s, d) => s + Number(d.of), 0),
        ),
        became: second ? shareOf(second.became, second.of) : null,
      };
    })
    .sort((a, b) => a.speciesName.localeCompare(b.speciesName) || b.batches.length - a.batches.length);
}
