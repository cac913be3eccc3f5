import { deformityTrace } from '@/core/genetics/deformityTrace';
import { wilson } from '@/core/sampling/proportion';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

type Share = { share: number; low: number; high: number };
export type SeasonRate = { season: string; looked: number; deformed: number; samples: number } & Share;
export type KindRate = { kind: string; by: Record<string, { seen: number; looked: number } & Share> };
export type ParentRate = {
  tag: string;
  /** It and those traced as one with it. */
  tags: string[];
  sex: 'female' | 'male';
  fishId: number | null;
} & ReturnType<typeof deformityTrace.compute>['parents'][number];
export type DeformitySample = {
  entry: string;
  at: number;
  season: string;
  lotId: number;
  lot: string;
  unit: string;
  looked: number;
  deformed: number;
  kinds: { kind: string; seen: number }[];
};
export type DeformityView = {
  seasons: SeasonRate[];
  kinds: KindRate[];
  parents: ParentRate[];
  scatter: number;
  warnings: string[];
  samples: DeformitySample[];
  /** What the trace was worked from, for its working. */
  traced: { id: 'genetics.deformities'; input: unknown } | null;
};

type Row = {
  entry_seq: number;
  kind: string;
  said: string | null;
  trials: number;
  successes: number;
  at: number;
  entry: string;
  lot_id: number;
  lot: string;
  season: string;
  unit: string;
};

/**
 * Deformities of a species: by season, by kind, and traced to the parents of the lots looked at, by their shares when
 * the lot was made. Two statements.
 */
export async function deformityView(db: Db, siteId: number, species: string): Promise<DeformityView> {
  const rows = await db('observation as o')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .join('lot as t', 't.id', 'o.lot_id')
    .join('unit as u', 'u.id', 'o.unit_id')
    .where({ 't.site_id': siteId, 't.species': species })
    .whereIn('o.kind', ['deformed', 'deformKind'])
    .orderBy(['o.at', 'o.id'])
    .select<Row[]>(
      'o.entry_seq',
      'o.kind',
      'o.said',
      'o.trials',
      'o.successes',
      'o.at',
      'e.id as entry',
      'o.lot_id',
      't.name as lot',
      't.season',
      'u.name as unit',
    );
  const looks = rows.filter((r) => r.kind === 'deformed');
  const kindsOf = (seq: number) =>
    rows
      .filter((r) => r.entry_seq === seq && r.kind === 'deformKind')
      .map((r) => ({ kind: r.said!, seen: r.successes }));
  const parents = await parentShares(db, [...new Set(looks.map((r) => r.lot_id))]);
  const samples = looks.map((r) => ({
    label: `${r.lot}, ${r.unit}`,
    looked: r.trials,
    deformed: r.successes,
    shares: [...(parents.shares.get(r.lot_id) ?? [])].map(([id, share]) => ({
      id,
      share,
      as: id.startsWith('f') ? ('mother' as const) : ('father' as const),
    })),
  }));
  const input = { samples };
  const traced =
    samples.length > 0 ? deformityTrace.compute(deformityTrace.input.parse(input)) : { parents: [], scatter: 1 };
  const seasons = [...new Set(looks.map((r) => r.season))].sort();
  const kinds = [...new Set(rows.filter((r) => r.kind === 'deformKind').map((r) => r.said!))];
  const sum = (list: readonly Row[], f: (r: Row) => number) => list.reduce((s, r) => s + f(r), 0);
  const inSeason = (season: string) => looks.filter((r) => r.season === season);
  return {
    seasons: seasons.map((season) => {
      const own = inSeason(season);
      const looked = sum(own, (r) => r.trials);
      const deformed = sum(own, (r) => r.successes);
      return { season, looked, deformed, samples: own.length, ...shareOf(deformed, looked) };
    }),
    kinds: kinds
      .map((kind) => ({
        kind,
        by: Object.fromEntries(
          seasons.map((season) => {
            const looked = sum(inSeason(season), (r) => r.trials);
            const seen = sum(
              rows.filter((r) => r.kind === 'deformKind' && r.said === kind && r.season === season),
              (r) => r.successes,
            );
            return [season, { seen, looked, ...shareOf(seen, looked) }];
          }),
        ),
      }))
      .sort((a, b) => total(b) - total(a)),
    parents: traced.parents.map((p) => ({
      ...p,
      ...parents.known.get(p.id)!,
      tags: p.ids.map(tagOf),
      like: p.like.map(tagOf),
    })),
    scatter: traced.scatter,
    warnings: 'warnings' in traced ? (traced.warnings ?? []) : [],
    samples: looks
      .map((r) => ({
        entry: r.entry,
        at: r.at,
        season: r.season,
        lotId: r.lot_id,
        lot: r.lot,
        unit: r.unit,
        looked: r.trials,
        deformed: r.successes,
        kinds: kindsOf(r.entry_seq),
      }))
      .reverse(),
    traced: samples.length > 0 ? { id: 'genetics.deformities', input } : null,
  };
}

const total = (k: KindRate) => Object.values(k.by).reduce((s, x) => s + x.seen, 0);
const shareOf = (n: number, of: number): Share => {
  const { estimate, low, high } = wilson(n, of);
  return { share: estimate, low, high };
};

/** Mothers and fathers are told apart by a letter before the tag: a tag may stand for both. */
const tagOf = (id: string) => id.slice(2);

/** The share of each mother and father in each lot. */
async function parentShares(db: Db, lots: readonly number[]) {
  const rows = await db('lot_share as s')
    .joinRaw('JOIN family AS f ON s.family = CAST(f.id AS CHAR)')
    .leftJoin('brood_fish as b', 'b.id', 'f.female_id')
    .whereIn('s.lot_id', [0, ...lots])
    .whereNull('s.superseded_seq')
    .select<
      {
        lot_id: number;
        share: number;
        males: string;
        tag: string | null;
        id: number | null;
      }[]
    >('s.lot_id', 's.share', 'f.males', 'b.tag', 'b.id');
  const shares = new Map<number, Map<string, number>>();
  const known = new Map<string, { tag: string; sex: 'female' | 'male'; fishId: number | null }>();
  for (const r of rows) {
    const own = shares.get(r.lot_id) ?? shares.set(r.lot_id, new Map()).get(r.lot_id)!;
    const add = (sex: 'female' | 'male', tag: string, fishId: number | null, share: number) => {
      const id = `${sex[0]} ${tag}`;
      known.set(id, { tag, sex, fishId });
      own.set(id, (own.get(id) ?? 0) + share);
    };
    if (r.tag !== null) add('female', r.tag, r.id, r.share);
    for (const m of fromJson<{ id: number; tag: string; share: number }[]>(r.males))
      add('male', m.tag, m.id, r.share * m.share);
  }
  return { shares, known };
}
