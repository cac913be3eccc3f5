import { type BySex, noneOf, waiting } from '@/core/brood/batch';
import { type FateRules, type FateTotals, fateRules } from '@/core/brood/fateRules';
import { type FateId, fateOf } from '@/core/brood/fates';
import type { Sex } from '@/core/brood/parseFish';
import { fromJson } from './books/rows';
import type { Db } from './connection';

export type BatchRow = { id: number; name: string; species: string };
/** One batch with what came, what ended, what was tagged out of it, and what still waits. */
export type BatchState = BatchRow & {
  came: BySex;
  ended: { fate: FateId; sex: Sex; number: number; at: number }[];
  tagged: BySex;
  /** Null when more went out than came in. */
  waits: BySex | null;
};

/** Every batch of a species. Three statements. `except`: an entry that is being corrected and counts no more. */
export async function batchesOf(
  db: Db,
  siteId: number,
  species: string,
  o: { except?: number; only?: number } = {},
): Promise<BatchState[]> {
  const mine = (q: { where: (w: object) => unknown }, id: string) => {
    if (o.only !== undefined) q.where({ [id]: o.only });
  };
  const [batches, seen, tagged] = await Promise.all([
    db('brood_batch')
      .where({ site_id: siteId, species })
      .modify((q) => mine(q as never, 'id'))
      .orderBy('id')
      .select<BatchRow[]>('id', 'name', 'species'),
    db('observation as o')
      .join('brood_batch as b', 'b.id', 'o.brood_batch_id')
      .where({ 'b.site_id': siteId, 'b.species': species })
      .whereIn('o.kind', ['batchIn', 'batchOut'])
      .modify((q) => {
        mine(q as never, 'b.id');
        if (o.except !== undefined) q.whereNot('o.entry_seq', o.except);
      })
      .select<{ id: number; kind: string; said: string; value: number; at: number }[]>(
        'b.id',
        'o.kind',
        'o.said',
        'o.value',
        'o.at',
      ),
    db('brood_fish')
      .where({ site_id: siteId, species })
      .whereNotNull('batch_id')
      .modify((q) => mine(q as never, 'batch_id'))
      .groupBy('batch_id', 'sex')
      .select<{ batch_id: number; sex: Sex; n: number }[]>('batch_id', 'sex', db.raw('COUNT(*) AS n')),
  ]);
  return batches.map((b) => {
    const came = noneOf();
    const went = noneOf();
    const out = noneOf();
    const ended: BatchState['ended'] = [];
    for (const s of seen.filter((x) => x.id === b.id)) {
      const [sex, fate] = s.said.split(' ') as [Sex, FateId];
      if (s.kind === 'batchIn') came[sex] += s.value;
      else {
        ended.push({ fate, sex, number: s.value, at: s.at });
        went[sex] += s.value;
      }
    }
    for (const t of tagged.filter((x) => x.batch_id === b.id)) {
      out[t.sex] += Number(t.n);
      went[t.sex] += Number(t.n);
    }
    return { ...b, came, ended, tagged: out, waits: waiting(came, went) };
  });
}

/** Who is held, and what ended how within a span of time: single fish and batches together. */
export async function fateTotals(
  db: Db,
  siteId: number,
  species: string,
  span: { from: number; to: number },
  o: { except?: number } = {},
): Promise<FateTotals & { batches: BatchState[] }> {
  const latest = db('observation as o')
    .join('brood_fish as f', 'f.id', 'o.brood_fish_id')
    .where({ 'f.site_id': siteId, 'f.species': species, 'o.kind': 'fate' })
    .modify((q) => {
      if (o.except !== undefined) q.whereNot('o.entry_seq', o.except);
    })
    .select(
      'o.brood_fish_id',
      'o.said',
      'o.at',
      db.raw('ROW_NUMBER() OVER (PARTITION BY o.brood_fish_id ORDER BY o.at DESC, o.id DESC) AS nth'),
    );
  const [batches, fish] = await Promise.all([
    batchesOf(db, siteId, species, o),
    db('brood_fish as f')
      .leftJoin(latest.as('x'), (on) => on.on('x.brood_fish_id', 'f.id').andOnVal('x.nth', 1))
      .where({ 'f.site_id': siteId, 'f.species': species, 'f.pedigree_only': false })
      .select<{ sex: Sex; said: string | null; at: number | null }[]>('f.sex', 'x.said', 'x.at'),
  ]);
  const held = noneOf();
  const fates: FateTotals['fates'] = {};
  const add = (fate: FateId, sex: Sex, n: number) => {
    const own = fates[fate] ?? noneOf();
    own[sex] += n;
    fates[fate] = own;
  };
  for (const f of fish) {
    const fate = f.said === null ? undefined : fateOf(f.said);
    if (!fate || fate.stays) held[f.sex] += 1;
    if (fate && f.at! >= span.from && f.at! < span.to) add(fate.id, f.sex, 1);
  }
  for (const b of batches) {
    for (const sex of ['female', 'male', 'unknown'] as const) held[sex] += b.waits?.[sex] ?? 0;
    for (const e of b.ended) if (e.at >= span.from && e.at < span.to) add(e.fate, e.sex, e.number);
  }
  return { held, fates, batches };
}

/** Adults of batches that still wait, by species. One statement: every page shows how many are here. */
export async function waitingBySpecies(db: Db, siteId: number): Promise<Map<string, number>> {
  const rows = await db
    .from(
      db
        .unionAll([
          db('observation as o')
            .join('brood_batch as b', 'b.id', 'o.brood_batch_id')
            .where('b.site_id', siteId)
            .whereIn('o.kind', ['batchIn', 'batchOut'])
            .select('b.species', db.raw("IF(o.kind = 'batchIn', o.value, -o.value) AS n")),
          db('brood_fish').where({ site_id: siteId }).whereNotNull('batch_id').select('species', db.raw('-1 AS n')),
        ] as never)
        .as('x') as never,
    )
    .groupBy('species')
    .select<{ species: string; n: number }[]>('species', db.raw('SUM(n) AS n'));
  return new Map(rows.map((r) => [r.species, Math.max(0, Number(r.n))]));
}

/** The rules in force for a species and season; those of an earlier season go on until they are changed. */
export async function fateRulesOf(db: Db, siteId: number, species: string, season: string): Promise<FateRules> {
  const row = await db('fate_rules')
    .where({ site_id: siteId, species })
    .where('season', '<=', season)
    .orderBy([
      { column: 'season', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .first('content');
  return fateRules.parse(row ? fromJson(row.content) : {});
}
