import { survivalOf } from '@/core/books/arithmetic';
import {
  addStage,
  attributed,
  type Entered,
  type Loads,
  relativeOfProduct,
  sdOfLoads,
  sharedVariance,
  without,
} from '@/core/books/stair';
import { totalsBy } from '@/server/stock/stockNow';
import { flowsBetweenLots, type Link, lineage } from '@/store/books/flows';
import type { Db } from '@/store/connection';

export type Step = {
  stage: string;
  number: number;
  sd: number;
  survival: number | null;
  low: number | null;
  high: number | null;
  /** Of those of the stage before: alive there still, or gone alive (sold, moved to other lots): none could have come. */
  apart: number;
};
/** Survival of a lot with all that it came from: what entered each stage, and what of it is alive. */
export type Stair = {
  steps: Step[];
  alive: number;
  aliveSd: number;
  ofFirst: { survival: number; low: number; high: number } | null;
  /** Stages lived in other lots are in it, taken by the share that came over: assuming equal survival. */
  assuming: boolean;
};

type OwnEntry = { lot: number; stage: string; seq: number; at: number; first: number; number: number; loads: Loads };

/**
 * What entered each stage, from the eggs on: of this lot, and of the lots that it came from by the share of them that
 * came over (of N animals m moved: m/N of what had entered each stage before). A fixed number of statements for each
 * generation.
 */
export async function survivalStair(db: Db, site: { siteId: number }, lotId: number, now: number): Promise<Stair> {
  const links = await lineage(db, lotId);
  const lots = [...new Set([lotId, ...links.map((l) => l.from)])];
  const [entries, before, apart, alive] = await Promise.all([
    entered(db, lots),
    standingBefore(db, links),
    setApart(db, lotId),
    totalsBy(db, site.siteId, now, 'lot', { lotId }).then((t) => t.get(String(lotId)) ?? { number: 0, sd: 0 }),
  ]);
  const stages = stagesOf(lotId, null, links, entries, before);
  const ordered = [...stages].sort((a, b) => a[1].first - b[1].first);
  const ratios: [Entered, Entered][] = [];
  const steps = ordered.map(([stage, s], i): Step => {
    const own = { stage, number: Math.round(s.number), sd: sdOfLoads(s.loads) };
    const last = ordered[i - 1];
    const set = last && apart.get(last[0]);
    const aside = set && set.number > 0 ? set : null;
    const could = last && (aside ? without(last[1], aside) : last[1]);
    if (!could || could.number <= 0) return { ...own, survival: null, low: null, high: null, apart: 0 };
    ratios.push([could, s]);
    return { ...own, ...survival(could, s), apart: aside ? Math.round(aside.number) : 0 };
  });
  return {
    steps,
    alive: alive.number,
    aliveSd: alive.sd,
    ofFirst: ratios.length > 0 && ratios.length === ordered.length - 1 ? through(ratios) : null,
    assuming: links.length > 0,
  };
}

const survival = (a: Entered, b: Entered) =>
  survivalOf(
    { number: a.number, sd: sdOfLoads(a.loads) },
    { number: b.number, sd: sdOfLoads(b.loads) },
    sharedVariance(a.loads, b.loads),
  );

/** Survival through several stages: the product of what each left of those that could have come. */
function through(ratios: readonly [Entered, Entered][]): NonNullable<Stair['ofFirst']> {
  const product = ratios.reduce((p, [a, b]) => (p * b.number) / a.number, 1);
  const { low, high } = survivalOf({ number: 1, sd: 0 }, { number: 1, sd: sdOfLoads(relativeOfProduct(ratios)) });
  return { survival: product, low: product * low, high: product * high };
}

/** What had entered each stage of a lot, with its ancestors' part, up to (not with) an entry; null: until now. */
function stagesOf(
  lot: number,
  until: Link | null,
  links: readonly Link[],
  entries: readonly OwnEntry[],
  before: ReadonlyMap<Link, { number: number; loads: Loads }>,
): Map<string, Entered> {
  const earlier = (x: { at: number; seq: number }) =>
    until === null || x.at < until.at || (x.at === until.at && x.seq < until.seq);
  const out = new Map<string, Entered>();
  const incoming = links.filter((l) => l.to === lot && earlier(l));
  for (const e of entries) {
    if (e.lot !== lot || !earlier(e)) continue;
    const from = incoming.filter((l) => l.seq === e.seq && l.stage === e.stage);
    if (from.length === 0) {
      addStage(out, e.stage, e);
      continue;
    }
    let explained = false;
    for (const l of from) {
      const n = before.get(l);
      if (!n || n.number <= 0) continue;
      const part = from.length === 1 ? e : share(e, l.number / from.reduce((s, x) => s + x.number, 0));
      const parents = stagesOf(l.from, l, links, entries, before);
      for (const [stage, s] of parents) addStage(out, stage, attributed(s, part, n));
      if (parents.has(e.stage)) explained = true;
      else addStage(out, e.stage, part);
    }
    if (!explained && !out.has(e.stage)) addStage(out, e.stage, e);
  }
  return out;
}

const share = (e: OwnEntry, f: number): Entered => ({
  number: e.number * f,
  first: e.first,
  loads: new Map([...e.loads].map(([k, l]) => [k, { c: l.c * f, sd: l.sd }])),
});

/** What entered stages of some lots, by entry, with its loadings. What a census found too much was there all along. */
async function entered(db: Db, lots: readonly number[]): Promise<OwnEntry[]> {
  const [rows, found, loadings] = await Promise.all([
    db('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .where('p.account', 'holding')
      .whereIn('h.lot_id', [...lots])
      .whereNull('p.superseded_seq')
      .groupBy('h.lot_id', 'h.stage', 'p.entry_seq', 'p.order_at')
      .having(db.raw('SUM(p.delta) > 0') as never)
      .select<(Omit<OwnEntry, 'loads' | 'first' | 'number'> & { number: string })[]>(
        { lot: 'h.lot_id', stage: 'h.stage', seq: 'p.entry_seq', at: 'p.order_at' },
        db.raw('SUM(p.delta) AS number'),
      ),
    db('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .where('p.account', 'unexplained')
      .whereIn('h.lot_id', [...lots])
      .whereNull('p.superseded_seq')
      .where('p.delta', '<', 0)
      .select<{ lot: number; stage: string; seq: number; delta: number }[]>(
        { lot: 'h.lot_id', stage: 'h.stage', seq: 'p.entry_seq' },
        'p.delta',
      ),
    db('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .join('posting_loading as l', 'l.posting_id', 'p.id')
      .join('error_source as s', 's.id', 'l.source_id')
      .where('p.account', 'holding')
      .whereIn('h.lot_id', [...lots])
      .whereNull('p.superseded_seq')
      .where('p.delta', '>', 0)
      .groupBy('h.lot_id', 'h.stage', 'p.entry_seq', 's.name')
      .select<{ lot: number; stage: string; seq: number; name: string; c: number; sd: number }[]>(
        { lot: 'h.lot_id', stage: 'h.stage', seq: 'p.entry_seq', name: 's.name' },
        db.raw('SUM(l.coefficient) AS c'),
        db.raw('MAX(s.sd) AS sd'),
      ),
  ]);
  const key = (r: { lot: number; stage: string; seq: number }) => `${r.lot} ${r.stage} ${r.seq}`;
  const extra = new Map<string, number>();
  for (const f of found) extra.set(key(f), (extra.get(key(f)) ?? 0) - f.delta);
  const loads = new Map<string, Map<string, { c: number; sd: number }>>();
  for (const l of loadings)
    (loads.get(key(l)) ?? loads.set(key(l), new Map()).get(key(l))!).set(l.name, { c: l.c, sd: l.sd });
  return rows.flatMap((r) => {
    const number = Number(r.number) - (extra.get(key(r)) ?? 0);
    return number <= 0 ? [] : [{ ...r, number, first: r.at, loads: loads.get(key(r)) ?? new Map() }];
  });
}

/** By stage of one lot: what is alive there still, and what left it alive. Four statements. */
async function setApart(db: Db, lotId: number): Promise<Map<string, Pick<Entered, 'number' | 'loads'>>> {
  const own = (accounts: readonly string[]) =>
    db('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .where({ 'h.lot_id': lotId })
      .whereIn('p.account', [...accounts])
      .whereNull('p.superseded_seq');
  // What left for an account stands under it as a posting of its own; the sum of the holding's is what is there.
  const alive = own(['holding', 'sold', 'released', 'sampled']);
  const out = flowsBetweenLots(db).where('h.lot_id', lotId);
  const [numbers, moved, loadings, movedLoadings] = (await Promise.all([
    alive.clone().groupBy('h.stage').select('h.stage', db.raw('SUM(p.delta) AS number')),
    out.clone().groupBy('h.stage').select('h.stage', db.raw('SUM(q.delta) AS number')),
    alive
      .clone()
      .join('posting_loading as l', 'l.posting_id', 'p.id')
      .join('error_source as s', 's.id', 'l.source_id')
      .groupBy('h.stage', 's.name')
      .select('h.stage', 's.name', db.raw('SUM(l.coefficient) AS c'), db.raw('MAX(s.sd) AS sd')),
    out
      .clone()
      .join('posting_loading as l', 'l.posting_id', 'q.id')
      .join('error_source as s', 's.id', 'l.source_id')
      .groupBy('h.stage', 's.name')
      .select('h.stage', 's.name', db.raw('SUM(l.coefficient) AS c'), db.raw('MAX(s.sd) AS sd')),
  ])) as unknown as [
    { stage: string; number: string }[],
    { stage: string; number: string }[],
    { stage: string; name: string; c: number; sd: number }[],
    { stage: string; name: string; c: number; sd: number }[],
  ];
  const apart = new Map<string, { number: number; loads: Map<string, { c: number; sd: number }> }>();
  for (const n of [...numbers, ...moved]) {
    const at = apart.get(n.stage) ?? { number: 0, loads: new Map() };
    apart.set(n.stage, { ...at, number: at.number + Number(n.number) });
  }
  for (const l of [...loadings, ...movedLoadings]) {
    const loads = apart.get(l.stage)?.loads;
    loads?.set(l.name, { c: (loads.get(l.name)?.c ?? 0) + l.c, sd: l.sd });
  }
  return apart;
}

/** What stood in the lot of origin, all stages and units, just before each flow out of it. Two statements. */
async function standingBefore(db: Db, links: readonly Link[]): Promise<Map<Link, { number: number; loads: Loads }>> {
  const out = new Map<Link, { number: number; loads: Map<string, { c: number; sd: number }> }>();
  if (links.length === 0) return out;
  const flows = links
    .map((l, i) => `SELECT ${i} AS i, ${Number(l.from)} AS lot, ${Number(l.at)} AS at, ${Number(l.seq)} AS seq`)
    .join(' UNION ALL ');
  const standing = `FROM (${flows}) k
    JOIN holding h ON h.lot_id = k.lot
    JOIN posting p ON p.holding_id = h.id AND p.account = 'holding' AND p.superseded_seq IS NULL
     AND (p.order_at < k.at OR (p.order_at = k.at AND p.entry_seq < k.seq))`;
  const [[numbers], [loadings]] = (await Promise.all([
    db.raw(`SELECT k.i, SUM(p.delta) AS number ${standing} GROUP BY k.i`),
    db.raw(
      `SELECT k.i, s.name, SUM(l.coefficient) AS c, MAX(s.sd) AS sd ${standing}
         JOIN posting_loading l ON l.posting_id = p.id JOIN error_source s ON s.id = l.source_id GROUP BY k.i, s.name`,
    ),
  ])) as [[{ i: number; number: string }[]], [{ i: number; name: string; c: number; sd: number }[]]];
  for (const n of numbers) out.set(links[Number(n.i)]!, { number: Number(n.number), loads: new Map() });
  for (const l of loadings) out.get(links[Number(l.i)]!)?.loads.set(l.name, { c: l.c, sd: l.sd });
  return out;
}
