import { loadsByLot } from '@/server/stock/stockNow';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

export type FemaleLot = {
  lotId: number;
  lot: string;
  share: number;
  alive: number;
  /** Of `alive`, her share taken as known. */
  sd: number;
  units: string;
  gone: Record<string, number>;
};
export type FemaleView = {
  id: number;
  tag: string;
  species: string;
  lots: FemaleLot[];
  alive: number;
  /** Of `alive`: what her lots share (sisters of one take) is added before it is squared. */
  sd: number;
  gone: Record<string, number>;
};

/**
 * Forward from a female: every lot that carries her offspring, what of it is alive and what went where, by her share of
 * each lot (assuming equal survival of families). A lot that was moved on into others counts there, not twice.
 */
export async function femaleView(db: Db, siteId: number, id: number, now: number): Promise<FemaleView | null> {
  const fish = await db('brood_fish').where({ id, site_id: siteId }).first('id', 'tag', 'species');
  if (!fish) return null;
  const families = await db('family').where({ female_id: id }).pluck('id');
  const shares = await db('lot_share as s')
    .join('lot as t', 't.id', 's.lot_id')
    .whereIn('s.family', families.map(String))
    .whereNull('s.superseded_seq')
    .groupBy('t.id', 't.name')
    .orderBy('t.id')
    .select<{ id: number; name: string; share: number }[]>('t.id', 't.name', db.raw('SUM(s.share) AS share'));
  const ids = shares.map((s) => s.id);
  const [loads, alive, gone, book] = await Promise.all([
    loadsByLot(db, siteId, now, ids),
    ids.length === 0
      ? []
      : db('holding as h')
          .join('unit as u', 'u.id', 'h.unit_id')
          .whereIn('h.lot_id', ids)
          .where('h.number', '>', 0)
          .groupBy('h.lot_id')
          .select<{ lot_id: number; n: string; units: string }[]>(
            'h.lot_id',
            db.raw('SUM(h.number) AS n'),
            db.raw("GROUP_CONCAT(u.name ORDER BY u.name SEPARATOR ', ') AS units"),
          ),
    ids.length === 0
      ? []
      : db('posting as p')
          .join('holding as h', 'h.id', 'p.holding_id')
          .whereIn('h.lot_id', ids)
          .whereNull('p.superseded_seq')
          .whereNotIn('p.account', ['holding', 'taken', 'arrived', 'opening'])
          .groupBy('h.lot_id', 'p.account')
          .select<{ lot_id: number; account: string; n: string }[]>(
            'h.lot_id',
            'p.account',
            db.raw('SUM(p.delta) AS n'),
          ),
    speciesBook(db, siteId),
  ]);
  const lots = shares.map((s): FemaleLot => {
    const here = alive.find((a) => a.lot_id === s.id);
    const out = Object.fromEntries(
      gone.filter((g) => g.lot_id === s.id).map((g) => [g.account, Math.round(Number(g.n) * s.share)]),
    );
    return {
      lotId: s.id,
      lot: s.name,
      share: s.share,
      alive: Math.round(Number(here?.n ?? 0) * s.share),
      sd: s.share * sdOf(loads.get(s.id)!.values()),
      units: here?.units ?? '',
      gone: out,
    };
  });
  const hers = new Map<number, { c: number; sd: number }>();
  for (const s of shares)
    for (const [source, l] of loads.get(s.id)!)
      hers.set(source, { c: (hers.get(source)?.c ?? 0) + s.share * l.c, sd: l.sd });
  const sum: Record<string, number> = {};
  for (const l of lots) for (const [account, n] of Object.entries(l.gone)) sum[account] = (sum[account] ?? 0) + n;
  return {
    id,
    tag: fish.tag,
    species: book.get(fish.species)?.name ?? fish.species,
    lots,
    alive: lots.reduce((s, l) => s + l.alive, 0),
    sd: sdOf(hers.values()),
    gone: sum,
  };
}

const sdOf = (loads: Iterable<{ c: number; sd: number }>) =>
  Math.sqrt([...loads].reduce((v, l) => v + (l.c * l.sd) ** 2, 0));
