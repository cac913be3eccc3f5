import type { Station } from '@/core/species/stations';
import { flowsBetweenLots } from '@/store/books/flows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** A lot's number alive over time, stacked by stage: what the river draws. */
export type FlowBand = {
  lotId: number;
  lot: string;
  species: string;
  speciesName: string;
  season: string;
  /** Instants, ascending, between which the number runs on evenly: a step has one right before it. */
  points: { at: number; number: number; sd: number; stages: Record<string, number> }[];
  alive: number;
};
export type FlowLink = { from: number; to: number; at: number; number: number };
/** What left the hatchery, and whereto. */
export type FlowMark = {
  lotId: number;
  at: number;
  kind: 'release' | 'sale';
  number: number;
  says: string;
  entryId: string;
};
/** What a lot lost in the nth stretch of the window, by what became of it. */
export type FlowLoss = { lotId: number; nth: number; account: string; number: number; cause?: string };
export type Flow = {
  bands: FlowBand[];
  links: FlowLink[];
  marks: FlowMark[];
  losses: FlowLoss[];
  /** Milliseconds of a stretch. */
  stretch: number;
  from: number;
  to: number;
  seasons: string[];
};

/** Pixels: what is smaller than one of them in the tallest window is not sent. */
const TALLEST_WINDOW = 700;
/** So many stretches of the window have their losses summed. */
const STRETCHES = 90;

/**
 * The river of lots that lived at any time in [from, to], at most `most` of them (the largest), with what flowed between
 * them and out. A fixed number of queries, bounded by the window.
 */
export async function flow(
  db: Db,
  siteId: number,
  from: number,
  to: number,
  only: { season?: string; lotIds?: readonly number[] } = {},
  most = 80,
): Promise<Flow> {
  // Living ones, and those whose last entry lies in the window: each from its own index.
  const inWindow = db.unionAll([
    db('holding').where({ site_id: siteId }).where('number', '>', 0).where('opened_at', '<=', to).select('id'),
    db('holding')
      .where({ site_id: siteId, number: 0 })
      .where('last_order_at', '>=', from)
      .where('opened_at', '<=', to)
      .select('id'),
  ] as never);
  const lots = await db('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .join(inWindow.as('w') as unknown as string, 'w.id', 'h.id')
    .modify((q) => {
      if (only.season) q.where('t.season', only.season);
      if (only.lotIds) q.whereIn('t.id', [...only.lotIds]);
    })
    .groupBy('t.id', 't.name', 't.species', 't.season')
    .orderByRaw('MAX(h.number) DESC, t.id DESC')
    .limit(most)
    .select<
      {
        id: number;
        name: string;
        species: string;
        season: string;
      }[]
    >('t.id', 't.name', 't.species', 't.season');
  const ids = lots.map((l) => l.id);
  const seasons = await db('lot')
    .where({ site_id: siteId })
    .distinct('season')
    .orderBy('season', 'desc')
    .pluck('season');
  if (ids.length === 0) return { bands: [], links: [], marks: [], losses: [], stretch: 1, from, to, seasons };
  const stretch = Math.ceil((to - from) / STRETCHES);
  const [points, loads, links, marks, losses, causes, book] = await Promise.all([
    db('holding_point as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .whereIn('h.lot_id', ids)
      .where('p.order_at', '<=', to)
      .orderBy([
        { column: 'p.order_at' },
        { column: 'p.day_rank' },
        { column: 'p.order_seq' },
        { column: 'p.entry_seq' },
      ])
      .select<{ lot_id: number; holding: number; station: Station; order_at: number; number: number; sd: number }[]>(
        'h.lot_id',
        'h.id as holding',
        'h.station',
        'p.order_at',
        'p.number',
        'p.sd',
      ),
    // What was counted one by one carries no doubt: these are few beside the points.
    db('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .join('posting_loading as l', 'l.posting_id', 'p.id')
      .join('error_source as s', 's.id', 'l.source_id')
      .where('p.account', 'holding')
      .whereIn('h.lot_id', ids)
      .whereNull('p.superseded_seq')
      .where('p.order_at', '<=', to)
      .orderBy('p.order_at')
      .select<Load[]>({ lot: 'h.lot_id', holding: 'h.id', at: 'p.order_at', source: 's.id' }, 'l.coefficient', 's.sd'),
    flowsBetweenLots(db)
      .whereIn('h.lot_id', ids)
      .whereIn('g.lot_id', ids)
      .select<FlowLink[]>({ from: 'h.lot_id', to: 'g.lot_id', at: 'p.order_at', number: 'q.delta' }),
    db('posting as p')
      .join('holding as h', 'h.id', 'p.holding_id')
      .join('entry as e', 'e.seq', 'p.entry_seq')
      .whereIn('h.lot_id', ids)
      .whereNull('p.superseded_seq')
      .whereIn('p.account', ['released', 'sold'])
      .where('p.order_at', '>=', from)
      .orderBy('p.order_at')
      .select<{ lotId: number; at: number; account: string; number: number; entryId: string; site: string | null }[]>(
        { lotId: 'h.lot_id', at: 'p.order_at', account: 'p.account', number: 'p.delta', entryId: 'e.id' },
        db.raw("JSON_VALUE(e.intent, '$.siteName') AS site"),
      ),
    lostOf(db, ids)
      .whereBetween('p.order_at', [from, to])
      .groupByRaw('h.lot_id, p.account, FLOOR((p.order_at - ?) / ?)', [from, stretch])
      .having(db.raw('SUM(p.delta) > 0') as never)
      .select<Omit<FlowLoss, 'cause'>[]>(
        { lotId: 'h.lot_id', account: 'p.account' },
        db.raw('FLOOR((p.order_at - ?) / ?) AS nth', [from, stretch]),
        db.raw('SUM(p.delta) AS number'),
      ),
    // Picks, the most by far, are not asked for a cause.
    lostOf(db, ids)
      .join('entry as e', 'e.seq', 'p.entry_seq')
      .whereNot('p.account', 'picked')
      .whereBetween('p.order_at', [from, to])
      .whereRaw("JSON_VALUE(e.intent, '$.cause') <> ''")
      .groupByRaw('h.lot_id, p.account, FLOOR((p.order_at - ?) / ?)', [from, stretch])
      .select<{ lotId: number; account: string; nth: number; cause: string }[]>(
        { lotId: 'h.lot_id', account: 'p.account' },
        db.raw('FLOOR((p.order_at - ?) / ?) AS nth', [from, stretch]),
        db.raw("MAX(JSON_VALUE(e.intent, '$.cause')) AS cause"),
      ),
    speciesBook(db, siteId),
  ]);
  const byLot = new Map<number, typeof points>();
  for (const p of points) (byLot.get(p.lot_id) ?? byLot.set(p.lot_id, []).get(p.lot_id)!).push(p);
  const loadsOf = new Map<number, Load[]>();
  for (const l of loads) (loadsOf.get(l.lot) ?? loadsOf.set(l.lot, []).get(l.lot)!).push(l);
  const all = lots.map((l) =>
    bandOf(l, book.get(l.species)?.name ?? l.species, byLot.get(l.id) ?? [], loadsOf.get(l.id) ?? [], from),
  );
  // A lot that was gone when the window opens has nothing to draw.
  const bands = all.filter((b) => b.points.some((p) => p.number > 0));
  const causeOf = new Map(causes.map((c) => [`${c.lotId} ${c.account} ${c.nth}`, c.cause]));
  const widest = new Map<string, number>();
  for (const b of bands)
    widest.set(b.species, (widest.get(b.species) ?? 0) + Math.max(...b.points.map((p) => p.number)));
  return {
    // A species' bands share one scale, on which they cannot be higher than the window together.
    bands: bands.map((b) => ({ ...b, points: thin(b.points, widest.get(b.species)! / TALLEST_WINDOW) })),
    links,
    marks: marks.map((m) => ({
      lotId: m.lotId,
      at: m.at,
      kind: m.account === 'released' ? 'release' : 'sale',
      number: m.number,
      says: m.site ?? '',
      entryId: m.entryId,
    })),
    losses: losses.map((l) => {
      const cause = causeOf.get(`${l.lotId} ${l.account} ${l.nth}`);
      return { ...l, nth: Number(l.nth), number: Number(l.number), ...(cause ? { cause } : {}) };
    }),
    stretch,
    from,
    to,
    seasons,
  };
}

/** Animals of these lots that died, were taken out dead, or are missing. */
const lostOf = (db: Db, lots: readonly number[]) =>
  db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .whereIn('h.lot_id', [...lots])
    .whereNull('p.superseded_seq')
    .whereIn('p.account', ['picked', 'dead', 'culled', 'sampled', 'escaped', 'unexplained']);

type Load = { lot: number; holding: number; at: number; source: number; coefficient: number; sd: number };

/** The doubt of a lot over time: errors that its holdings share add up, others in squares. */
class LotDoubt {
  private next = 0;
  private readonly lot = new Map<number, number>();
  private readonly holdings = new Map<number, Map<number, number>>();
  private readonly sds = new Map<number, number>();
  private variance = 0;

  /** @param loads of one lot, in order of time */
  constructor(private readonly loads: readonly Load[]) {}

  /** Takes in what was posted up to an instant. */
  until(at: number): void {
    const first = this.next;
    while (this.next < this.loads.length && this.loads[this.next]!.at <= at) {
      const l = this.loads[this.next++]!;
      const own = this.holdings.get(l.holding) ?? this.holdings.set(l.holding, new Map()).get(l.holding)!;
      for (const m of [this.lot, own]) m.set(l.source, (m.get(l.source) ?? 0) + l.coefficient);
      this.sds.set(l.source, l.sd);
    }
    if (this.next > first) this.variance = this.of(this.lot);
  }

  /** Variance of the measurements of all holdings together. */
  together = () => this.variance;
  /** Variance of the measurements of one holding. */
  alone = (holding: number) => this.of(this.holdings.get(holding) ?? new Map());

  private of(m: ReadonlyMap<number, number>): number {
    let v = 0;
    for (const [source, c] of m) v += (c * this.sds.get(source)!) ** 2;
    return v;
  }
}

function bandOf(
  lot: { id: number; name: string; species: string; season: string },
  speciesName: string,
  points: readonly { holding: number; station: Station; order_at: number; number: number; sd: number }[],
  loads: readonly Load[],
  from: number,
): FlowBand {
  const now = new Map<number, { station: Station; number: number; sd: number }>();
  const all: FlowBand['points'] = [];
  const doubt = new LotDoubt(loads);
  points.forEach((p, i) => {
    now.set(p.holding, { station: p.station, number: p.number, sd: p.sd });
    // Entries of one instant are one step.
    if (points[i + 1]?.order_at === p.order_at) return;
    const stages: Record<string, number> = {};
    let number = 0;
    doubt.until(p.order_at);
    let variance = doubt.together();
    for (const [id, h] of now) {
      if (h.number === 0) continue;
      stages[h.station] = (stages[h.station] ?? 0) + h.number;
      number += h.number;
      // Unseen loss is each holding's own: what its point has beyond its measurements.
      variance += Math.max(0, h.sd ** 2 - doubt.alone(id));
    }
    all.push({ at: p.order_at, number, sd: Math.sqrt(variance), stages });
  });
  return {
    lotId: lot.id,
    lot: lot.name,
    species: lot.species,
    speciesName,
    season: lot.season,
    points: within(all, from),
    alive: all.at(-1)?.number ?? 0,
  };
}

/** Clips a band to a window: what stood at its opening, and every step after it. */
function within(points: FlowBand['points'], from: number): FlowBand['points'] {
  const first = points.findIndex((p) => p.at >= from);
  const before = points[(first < 0 ? points.length : first) - 1];
  const after = first < 0 ? [] : points.slice(first);
  return before && before.number > 0 ? [{ ...before, at: from }, ...after] : after;
}

/**
 * The same number over time in fewer points: read as running on evenly between two of them, it is never further than
 * twice `least` from the books. A larger step keeps the instant before it; a change of stage stays.
 */
function thin(points: FlowBand['points'], least: number): FlowBand['points'] {
  const steps = points.flatMap((p, i) => {
    const before = points[i - 1];
    const sudden = before && Math.abs(p.number - before.number) > least;
    return sudden && p.at - 1 > before.at ? [{ ...before, at: p.at - 1 }, p] : [p];
  });
  const keep = new Set([0, steps.length - 1]);
  const same = (a: FlowBand['points'][number], b: FlowBand['points'][number]) =>
    Object.keys(a.stages).join() === Object.keys(b.stages).join();
  for (let i = 1; i < steps.length; i++)
    if (!same(steps[i]!, steps[i - 1]!)) {
      keep.add(i - 1);
      keep.add(i);
    }
  // Of a stretch the point furthest from its line stays, and both sides go on (Ramer 1972, Douglas and Peucker 1973).
  const open: [number, number][] = [];
  const fixed = [...keep].sort((a, b) => a - b);
  for (let k = 1; k < fixed.length; k++) open.push([fixed[k - 1]!, fixed[k]!]);
  for (let s = open.pop(); s; s = open.pop()) {
    const [a, b] = s;
    const [p, q] = [steps[a]!, steps[b]!];
    let far = -1;
    let most = least;
    for (let i = a + 1; i < b; i++) {
      const on = p.number + ((q.number - p.number) * (steps[i]!.at - p.at)) / Math.max(1, q.at - p.at);
      const off = Math.abs(steps[i]!.number - on);
      if (off > most) [far, most] = [i, off];
    }
    if (far < 0) continue;
    keep.add(far);
    open.push([a, far], [far, b]);
  }
  return steps.filter((_, i) => keep.has(i)).map((p) => ({ ...p, sd: Math.round(p.sd) }));
}
