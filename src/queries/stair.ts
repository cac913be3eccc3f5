import { survivalOf } from '@/core/books/arithmetic';
import type { Db } from '@/store/connection';
import { totalsBy } from './standings';

export type Step = {
  stage: string;
  number: number;
  sd: number;
  survival: number | null;
  low: number | null;
  high: number | null;
};
/** Survival of a lot with all that it came from: what entered each stage, and what of it is alive or went out. */
export type Stair = {
  steps: Step[];
  alive: number;
  aliveSd: number;
  ofFirst: { survival: number; low: number; high: number } | null;
  assuming: boolean;
};

type Row = { lot_id: number; stage: string; number: string | number };

/**
 * What entered each stage for the lot itself: brought in or hatched, ponded, become fingerlings. A mixture's earlier
 * stages belong to its parents and are shown on theirs.
 */
export async function survivalStair(db: Db, site: { siteId: number }, lotId: number, now: number): Promise<Stair> {
  const entered = (await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .where({ 'h.lot_id': lotId, 'p.account': 'holding' })
    .whereNull('p.superseded_seq')
    .groupBy('h.stage', 'p.entry_seq')
    .select('h.stage', 'p.entry_seq', db.raw('SUM(p.delta) AS number'), db.raw('MIN(p.id) AS first'))
    .having(db.raw('SUM(p.delta) > 0') as never)) as (Row & { entry_seq: number; first: number })[];
  const unexplainedIn = (await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .where({ 'h.lot_id': lotId, 'p.account': 'unexplained' })
    .whereNull('p.superseded_seq')
    .where('p.delta', '<', 0)
    .select('p.entry_seq', 'h.stage', 'p.delta')) as { entry_seq: number; stage: string; delta: number }[];
  // What a census found too much did not enter the stage: it was there all along.
  const found = new Map(unexplainedIn.map((u) => [`${u.stage} ${u.entry_seq}`, -u.delta]));
  const byStage = new Map<string, { number: number; first: number; seqs: number[] }>();
  for (const e of entered) {
    const n = Number(e.number) - (found.get(`${e.stage} ${e.entry_seq}`) ?? 0);
    if (n <= 0) continue;
    const s = byStage.get(e.stage) ?? { number: 0, first: Number(e.first), seqs: [] };
    s.number += n;
    s.first = Math.min(s.first, Number(e.first));
    s.seqs.push(e.entry_seq);
    byStage.set(e.stage, s);
  }
  const loadings = await loadingsOf(
    db,
    lotId,
    [...byStage.values()].flatMap((s) => s.seqs),
  );
  const ordered = [...byStage].sort((a, b) => a[1].first - b[1].first);
  const sources = (stage: string) => loadings.get(stage) ?? new Map<string, { c: number; sd: number }>();
  const sdOf = (m: Map<string, { c: number; sd: number }>) =>
    Math.sqrt([...m.values()].reduce((s, x) => s + (x.c * x.sd) ** 2, 0));
  const steps: Step[] = ordered.map(([stage, s], i) => {
    const sd = sdOf(sources(stage));
    const before = ordered[i - 1];
    if (!before || before[1].number === 0)
      return { stage, number: s.number, sd, survival: null, low: null, high: null };
    let covariance = 0;
    for (const [name, x] of sources(stage)) covariance += x.c * (sources(before[0]).get(name)?.c ?? 0) * x.sd ** 2;
    const v = survivalOf(
      { number: before[1].number, sd: sdOf(sources(before[0])) },
      { number: s.number, sd },
      covariance,
    );
    return { stage, number: s.number, sd, ...v };
  });
  const alive = (await totalsBy(db, site.siteId, now, 'lot', lotId)).get(String(lotId)) ?? { number: 0, sd: 0 };
  const first = steps[0];
  const last = steps.at(-1);
  const ofFirst =
    first && last && first !== last && first.number > 0
      ? survivalOf(first, last, covarianceOfEnds(sources(first.stage), sources(last.stage)))
      : null;
  return { steps, alive: alive.number, aliveSd: alive.sd, ofFirst, assuming: false };
}

function covarianceOfEnds(
  a: Map<string, { c: number; sd: number }>,
  b: Map<string, { c: number; sd: number }>,
): number {
  let v = 0;
  for (const [name, x] of a) v += x.c * (b.get(name)?.c ?? 0) * x.sd ** 2;
  return v;
}

/** Loadings of what entered each stage of a lot, by source. */
async function loadingsOf(
  db: Db,
  lotId: number,
  seqs: readonly number[],
): Promise<Map<string, Map<string, { c: number; sd: number }>>> {
  const out = new Map<string, Map<string, { c: number; sd: number }>>();
  if (seqs.length === 0) return out;
  const rows = (await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('posting_loading as l', 'l.posting_id', 'p.id')
    .join('error_source as s', 's.id', 'l.source_id')
    .where({ 'h.lot_id': lotId, 'p.account': 'holding' })
    .whereNull('p.superseded_seq')
    .where('p.delta', '>', 0)
    .whereIn('p.entry_seq', [...seqs])
    .groupBy('h.stage', 's.name')
    .select('h.stage', 's.name', db.raw('SUM(l.coefficient) AS c'), db.raw('MAX(s.sd) AS sd'))) as {
    stage: string;
    name: string;
    c: number;
    sd: number;
  }[];
  for (const r of rows)
    (out.get(r.stage) ?? out.set(r.stage, new Map()).get(r.stage)!).set(r.name, { c: r.c, sd: r.sd });
  return out;
}
