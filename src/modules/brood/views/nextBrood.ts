import { isBroodGrade } from '@/core/brood/broodGrade';
import { effectiveSizeOf, equalNumbers } from '@/core/genetics/effectiveSize';
import { seasonOf } from '@/server/stock/lots';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

export type NextFamily = {
  family: number;
  label: string;
  /** Animals of it alive in lots that go on, and kept apart, assuming equal survival. */
  alive: number;
  kept: number;
  /** Still to be kept for an equal share. */
  wanted: number;
};
export type NextLot = {
  lotId: number;
  lot: string;
  unitId: number;
  unit: string;
  stage: string;
  number: number;
  families: number;
  brood: boolean;
  /** Of this holding, still to be kept apart. */
  wanted: number;
};
export type NextBrood = {
  season: string;
  seasons: string[];
  target: number;
  families: NextFamily[];
  lots: NextLot[];
  keptFamilies: number;
  /** Of the parents of those kept so far, and were an equal share of every family kept; null where none is. */
  effectiveSize: number | null;
  possible: number | null;
};

type Holding = {
  lot_id: number;
  lot: string;
  grade: string;
  season: string;
  unit_id: number;
  unit: string;
  stage: string;
  number: number;
};

/**
 * How the next generation of parents is composed so far: what of each family of a season is kept apart, and what is
 * still lacking for equal shares. Four statements.
 */
export async function nextBrood(
  db: Db,
  site: { siteId: number; timeZone: string },
  species: string,
  o: { season?: string; target: number; now: number },
): Promise<NextBrood> {
  const holdings = await db('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .where({ 'h.site_id': site.siteId, 't.species': species })
    .where('h.number', '>', 0)
    .orderBy(['t.id', 'u.id'])
    .select<Holding[]>(
      'h.lot_id',
      't.name as lot',
      't.grade',
      't.season',
      'h.unit_id',
      'u.name as unit',
      'h.stage',
      'h.number',
    );
  const row = await db('site').where({ id: site.siteId }).first<{
    season_starts_month: number;
  }>('season_starts_month');
  const seasons = [...new Set(holdings.map((h) => h.season))].sort().reverse();
  const present = seasonOf(o.now, site.timeZone, row.season_starts_month);
  const season = o.season ?? (seasons.includes(present) ? present : (seasons[0] ?? present));
  const own = holdings.filter((h) => h.season === season);
  const lots = [...new Set(own.map((h) => h.lot_id))];
  const shares = await db('lot_share as s')
    .joinRaw('JOIN family AS f ON s.family = CAST(f.id AS CHAR)')
    .leftJoin('brood_fish as b', 'b.id', 'f.female_id')
    .whereIn('s.lot_id', [0, ...lots])
    .whereNull('s.superseded_seq')
    .select<
      {
        lot_id: number;
        share: number;
        id: number;
        label: string;
        males: string;
        female_id: number | null;
        tag: string | null;
      }[]
    >('s.lot_id', 's.share', 'f.id', 'f.label', 'f.males', 'f.female_id', 'b.tag');
  const brood = (h: Holding) => isBroodGrade(h.grade);
  const families = new Map<
    number,
    { label: string; female: string; males: { id: number; share: number }[]; alive: number; kept: number }
  >();
  for (const s of shares) {
    const f = families.get(s.id) ?? {
      label: s.label,
      female: s.tag ?? s.label,
      males: fromJson<{ id: number; share: number }[]>(s.males),
      alive: 0,
      kept: 0,
    };
    for (const h of own.filter((x) => x.lot_id === s.lot_id))
      if (brood(h)) f.kept += Number(h.number) * s.share;
      else f.alive += Number(h.number) * s.share;
    families.set(s.id, f);
  }
  const list = [...families].sort(([a], [b]) => a - b);
  const equal = equalNumbers(
    list.map(([, f]) => Math.floor(f.alive + f.kept)),
    o.target,
  );
  const wanted = new Map(list.map(([id, f], i) => [id, Math.max(0, equal[i]! - Math.round(f.kept))]));
  const sizeOf = (weight: (f: { kept: number; alive: number }) => number): number | null => {
    const females = new Map<string, number>();
    const males = new Map<number, number>();
    for (const [, f] of list) {
      const w = weight(f);
      if (w <= 0) continue;
      females.set(f.female, (females.get(f.female) ?? 0) + w);
      for (const m of f.males) males.set(m.id, (males.get(m.id) ?? 0) + w * m.share);
    }
    return females.size === 0 || males.size === 0 ? null : effectiveSizeOf([...males.values()], [...females.values()]);
  };
  return {
    season,
    seasons,
    target: o.target,
    families: list.map(([family, f]) => ({
      family,
      label: f.label,
      alive: Math.round(f.alive),
      kept: Math.round(f.kept),
      wanted: wanted.get(family)!,
    })),
    lots: own.map((h) => {
      const mine = shares.filter((s) => s.lot_id === h.lot_id);
      const all = own.filter((x) => x.lot_id === h.lot_id).reduce((s, x) => s + Number(x.number), 0);
      // A mixed lot gives its families together: so many that the one which lacks most gets its share.
      const lacking = brood(h)
        ? 0
        : Math.max(
            0,
            ...mine.map((s) => {
              const f = families.get(s.id)!;
              return f.alive > 0 ? (wanted.get(s.id)! * ((all * s.share) / f.alive)) / s.share : 0;
            }),
          );
      return {
        lotId: h.lot_id,
        lot: h.lot,
        unitId: h.unit_id,
        unit: h.unit,
        stage: h.stage,
        number: Number(h.number),
        families: mine.length,
        brood: brood(h),
        wanted: Math.min(Number(h.number), Math.ceil((lacking * Number(h.number)) / Math.max(1, all))),
      };
    }),
    keptFamilies: list.filter(([, f]) => f.kept >= 1).length,
    effectiveSize: sizeOf((f) => f.kept),
    possible: sizeOf((f) => (f.kept + f.alive > 0 ? 1 : 0)),
  };
}
