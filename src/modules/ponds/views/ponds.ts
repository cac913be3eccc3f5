import { run } from '@/core/calculation';
import { calculation, type PondChain } from '@/core/ponds/prepare';
import { type RunSheet, runSheet } from '@/core/ponds/runSheet';
import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { askedOf, type PondNote, pondNotes, type RunRow, runsOf } from '../runs';

/** A step of the chain with what was done of it. */
export type ChainStep = PondChain & { doneAt: number | null; given: { what: string; kg: number }[] };

export type PondRun = RunRow & {
  chain: ChainStep[];
  ready: number;
  /** Nothing goes in before this. */
  withheldUntil: number | null;
  warnings: string[];
  notes: PondNote[];
  /** The step that comes next; null when all are done. */
  next: ChainStep | null;
  sheet: RunSheet;
  books: { stocked: number; out: number; stands: number; standsSd: number; dead: number; feedKg: number };
  inputs: { what: string; kg: number }[];
  /** Each species by itself, where several stand or stood in it. */
  kinds: { species: string; name: string; books: PondRun['books']; sheet: RunSheet }[];
};

/** Steps that nobody does: time does. */
const WAITS = new Set(['withhold', 'rest']);

/** Runs of ponds, open ones first, each with its chain, what was done, and its sheet as the books tell it. */
export async function pondRuns(
  db: Db,
  siteId: number,
  now: number,
  o: { only?: number; open?: boolean } = {},
): Promise<PondRun[]> {
  const rows = (await runsOf(db, siteId, o.only)).filter((r) => !o.open || r.closedAt === null);
  if (rows.length === 0) return [];
  const [notes, books, book] = await Promise.all([
    pondNotes(
      db,
      rows.map((r) => r.id),
    ),
    Promise.all(rows.map((r) => booksByKind(db, r, now))),
    speciesBook(db, siteId),
  ]);
  return rows.map((r, i): PondRun => {
    const own = notes.filter((n) => n.runId === r.id && n.at <= now);
    const poisoned = own.findLast((n) => n.what === 'poison');
    const o = run(calculation, askedOf(r.plan, r.begunAt)) as {
      steps: PondChain[];
      ready: string;
      withheldUntil?: string;
      warnings?: string[];
    };
    const chain = o.steps.map((s): ChainStep => {
      const done = own.filter((n) => n.what === s.id);
      return { ...s, doneAt: done[0]?.at ?? null, given: done.flatMap((n) => n.amounts) };
    });
    const inputs = new Map<string, number>();
    for (const a of own.flatMap((n) => n.amounts)) inputs.set(a.what, (inputs.get(a.what) ?? 0) + a.kg);
    const { all: b, kinds } = books[i]!;
    const sheetOf = (x: Books) => runSheet({ ...x, areaM2: r.plan.areaM2, from: r.begunAt, to: r.closedAt ?? now });
    return {
      ...r,
      chain,
      ready: Date.parse(o.ready),
      withheldUntil: poisoned
        ? poisoned.at + (r.plan.withholdDays ?? 0) * DAY_MS
        : o.withheldUntil === undefined
          ? null
          : Date.parse(o.withheldUntil),
      warnings: o.warnings ?? [],
      notes: own,
      next: chain.find((s) => s.doneAt === null && !WAITS.has(s.id) && !(s.id === 'stock' && b.stocked > 0)) ?? null,
      sheet: sheetOf(b),
      kinds: kinds.map((k) => ({
        species: k.species,
        name: book.get(k.species)?.name ?? k.species,
        books: k.books,
        sheet: sheetOf(k.books),
      })),
      books: b,
      inputs: [...inputs].map(([what, kg]) => ({ what, kg })),
    };
  });
}

type Books = {
  stocked: number;
  stockedG: number | null;
  outG: number | null;
  grewDays: number | null;
  out: number;
  stands: number;
  /** Of those that stand, as one standard deviation. */
  standsSd: number;
  dead: number;
  feedKg: number;
};

type HeldRow = { id: number; number: number; sd: number; species: string; last: number };

/** The books of a run, and of each of its species where it held several. */
async function booksByKind(db: Db, r: RunRow, now: number) {
  const held = await db('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 'h.unit_id': r.unitId })
    .select<HeldRow[]>('h.id', 'h.number', 'h.sd', 't.species', { last: 'h.last_order_at' });
  const inRun = held.filter((h) => h.number > 0 || Number(h.last) >= r.begunAt);
  const species = [...new Set(inRun.map((h) => h.species))].sort();
  const all = await booksOf(db, r, now, held);
  if (species.length < 2) return { all, kinds: [] };
  const kinds = await Promise.all(
    species.map(async (s) => ({
      species: s,
      books: await booksOf(
        db,
        r,
        now,
        held.filter((h) => h.species === s),
      ),
    })),
  );
  // Two species weigh what each of them weighs: together they have no mean.
  return { all: { ...all, stockedG: null, outG: null, grewDays: null }, kinds };
}

/** What went into a pond, came out, died, was fed and weighed in a run, of some holdings. Three statements. */
async function booksOf(db: Db, r: RunRow, now: number, holdings: readonly HeldRow[]): Promise<Books> {
  const to = r.closedAt ?? now;
  const ids = holdings.map((h) => h.id);
  if (ids.length === 0)
    return {
      stocked: 0,
      stockedG: null,
      outG: null,
      grewDays: null,
      out: 0,
      stands: 0,
      standsSd: 0,
      dead: 0,
      feedKg: 0,
    };
  const [moved, fed, weighed] = await Promise.all([
    db('posting as p')
      .whereIn('p.holding_id', ids)
      .whereNull('p.superseded_seq')
      .whereBetween('p.order_at', [r.begunAt, to + DAY_MS])
      // What goes from stage to stage in the pond neither comes nor goes.
      .whereNotExists(
        db('posting as q')
          .whereIn('q.holding_id', ids)
          .whereRaw(
            "q.entry_seq = p.entry_seq AND q.account = 'holding' AND p.account = 'holding' AND q.delta = -p.delta AND ABS(CAST(q.id AS SIGNED) - CAST(p.id AS SIGNED)) = 1 AND q.superseded_seq IS NULL",
          )
          .select('q.id'),
      )
      .groupBy('p.account')
      .select<{ account: string; plus: string; minus: string }[]>(
        'p.account',
        db.raw('SUM(CASE WHEN p.delta > 0 THEN p.delta ELSE 0 END) AS plus'),
        db.raw('SUM(CASE WHEN p.delta < 0 THEN -p.delta ELSE 0 END) AS minus'),
      ),
    db('observation')
      .whereIn('holding_id', ids)
      .where({ kind: 'feed' })
      .whereBetween('at', [r.begunAt, to])
      .sum('value as g')
      .first<{ g: string | null }>(),
    db('observation')
      .whereIn('holding_id', ids)
      .where({ kind: 'meanG' })
      .whereBetween('at', [r.begunAt, to])
      .orderBy('at')
      .select<{ at: number; value: number }[]>('at', 'value'),
  ]);
  const of = (account: string) => moved.find((m) => m.account === account);
  const lost = ['dead', 'culled', 'escaped', 'picked', 'sampled'].reduce((s, a) => s + Number(of(a)?.plus ?? 0), 0);
  // Everything that left the pond stands as a minus of its holdings; what was lost or never explained did not come out.
  const unexplained = Number(of('unexplained')?.plus ?? 0);
  const standing = r.closedAt === null ? holdings.filter((h) => h.number > 0) : [];
  return {
    // What a count found more was there before.
    stocked: Math.max(0, Number(of('holding')?.plus ?? 0) - Number(of('unexplained')?.minus ?? 0)),
    stockedG: weighed[0]?.value ?? null,
    outG: weighed.length > 1 ? weighed.at(-1)!.value : null,
    grewDays: weighed.length > 1 ? (weighed.at(-1)!.at - weighed[0]!.at) / DAY_MS : null,
    out: Math.max(0, Number(of('holding')?.minus ?? 0) - lost - unexplained),
    stands: standing.reduce((s, h) => s + h.number, 0),
    standsSd: Math.hypot(...standing.map((h) => h.sd)),
    dead: lost,
    feedKg: Number(fed.g ?? 0) / 1000,
  };
}
