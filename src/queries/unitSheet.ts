import type { Knex } from 'knex';
import { kindWords, wordOf } from '@/core/books/kinds';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

export type LossPoint = { at: number; value: number };
export type SheetEntry = {
  id: string;
  seq: number;
  kind: string;
  at: number;
  precision: string;
  by: string;
  measuredBy: string;
  note: string;
  says: string;
  voided: boolean;
  replaces: boolean;
};

/** What the sheet of one unit shows beside the holding itself: dead over time, the last entries, how the number was got. */
export async function unitSheet(
  db: Db,
  siteId: number,
  unitId: number,
  holdingIds: readonly number[],
): Promise<{ losses: LossPoint[]; entries: SheetEntry[]; checks: Check[] }> {
  if (holdingIds.length === 0)
    return { losses: [], entries: await ledger(db, siteId, { unitId, limit: 8 }), checks: [] };
  const [losses, entries, checks] = await Promise.all([
    db('observation')
      .whereIn('holding_id', [...holdingIds])
      .whereIn('kind', ['pick', 'dead'])
      .orderBy('at')
      .limit(400)
      .select('at', 'value') as unknown as Promise<LossPoint[]>,
    ledger(db, siteId, { unitId, limit: 8 }),
    checksOf(db, siteId, { holdingIds }),
  ]);
  return { losses, entries, checks };
}

export type Check = {
  kind: string;
  name: string;
  at: number;
  successes: number;
  trials: number;
  share: number;
  low: number;
  high: number;
  unit: string;
};

export async function checksOf(
  db: Db,
  siteId: number,
  of: { holdingIds?: readonly number[]; lotId?: number },
): Promise<Check[]> {
  const rows = (await db('observation as o')
    .leftJoin('unit as u', 'u.id', 'o.unit_id')
    .leftJoin('lot as t', 't.id', 'o.lot_id')
    .where('o.kind', 'like', 'check:%')
    .modify((q) => {
      if (of.holdingIds) q.whereIn('o.holding_id', [...of.holdingIds]);
      if (of.lotId !== undefined) q.where('o.lot_id', of.lotId);
    })
    .orderBy('o.at', 'desc')
    .limit(20)
    .select(
      'o.kind',
      'o.at',
      'o.successes',
      'o.trials',
      'o.value as share',
      'o.low',
      'o.high',
      'u.name as unit',
      't.species',
    )) as (Check & { species: string })[];
  const book = rows.length > 0 ? await speciesBook(db, siteId) : new Map();
  return rows.map((r) => ({
    ...r,
    name: book.get(r.species)?.checks.find((c: { id: string }) => `check:${c.id}` === r.kind)?.name ?? r.kind.slice(6),
  }));
}

export type LedgerFilter = {
  unitId?: number;
  lotId?: number;
  kinds?: readonly string[];
  search?: string;
  before?: number;
  /** Only what happened by this instant, the latest to have happened first. */
  until?: number;
  limit: number;
};

export const ledgerKinds = Object.entries(kindWords).map(([value, label]) => ({ value, label }));

/** Entries, newest first, with corrections and what they corrected both visible. Four queries at most. */
export async function ledger(db: Db, siteId: number, f: LedgerFilter): Promise<SheetEntry[]> {
  const seqs = await ledgerSeqs(db, siteId, f);
  if (seqs.length === 0) return [];
  const rows = (await db('entry as e')
    .join('person as p', 'p.id', 'e.recorded_by')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .whereIn('e.seq', seqs)
    .select(
      'e.id',
      'e.seq',
      'e.kind',
      'e.at',
      'e.precision',
      'e.measured_by',
      'e.note',
      'e.intent',
      'e.replaces_seq',
      'p.name',
      'v.seq as voided',
    )) as {
    id: string;
    seq: number;
    kind: string;
    at: number;
    precision: string;
    measured_by: string;
    note: string;
    intent: string;
    replaces_seq: number | null;
    name: string;
    voided: number | null;
  }[];
  const numbers = await movedBy(
    db,
    rows.map((r) => r.seq),
  );
  const place = new Map(seqs.map((s, i) => [s, i]));
  rows.sort((a, b) => place.get(a.seq)! - place.get(b.seq)!);
  return rows.map((r) => ({
    id: r.id,
    seq: r.seq,
    kind: r.kind,
    at: r.at,
    precision: r.precision,
    by: r.name,
    measuredBy: r.measured_by,
    note: r.note,
    says: summary(r.kind, fromJson<Record<string, unknown>>(r.intent), numbers.get(r.seq) ?? []),
    voided: r.voided !== null,
    replaces: r.replaces_seq !== null,
  }));
}

/**
 * Which entries, newest first. Each way to find one walks an index of its own, and only the numbers found are looked up:
 * the history may be long.
 */
async function ledgerSeqs(db: Db, siteId: number, f: LedgerFilter): Promise<number[]> {
  const ways: Knex.QueryBuilder[] = [];
  if (f.unitId !== undefined) ways.push(...touching(db, 'unit_id', [f.unitId]));
  if (f.lotId !== undefined) ways.push(...touching(db, 'lot_id', [f.lotId]));
  if (f.search) ways.push(...(await searched(db, siteId, f)));
  return (await db('entry as e')
    .where('e.site_id', siteId)
    .modify((q) => {
      if (ways.length > 0) q.join(db.union(ways as never).as('x') as unknown as string, 'x.entry_seq', 'e.seq');
      if (f.kinds && f.kinds.length > 0) q.whereIn('e.kind', [...f.kinds]);
      if (f.before !== undefined) q.where('e.seq', '<', f.before);
    })
    .modify((q) => {
      if (f.until !== undefined) q.where('e.order_at', '<=', f.until).orderBy('e.order_at', 'desc');
    })
    .orderBy('e.seq', 'desc')
    .limit(f.limit)
    .pluck('e.seq')) as number[];
}

/** Entries that touch units or lots: by what they moved, by what they moved before a correction, by what was seen. */
function touching(db: Db, column: 'lot_id' | 'unit_id', ids: readonly number[]): Knex.QueryBuilder[] {
  return [
    db('holding_point as a')
      .join('holding as h', 'h.id', 'a.holding_id')
      .whereIn(`h.${column}`, [...ids])
      .select('a.entry_seq'),
    db('observation')
      .whereIn(column, [...ids])
      .select('entry_seq'),
    db('posting as b')
      .join('holding as g', 'g.id', 'b.holding_id')
      .whereIn(`g.${column}`, [...ids])
      .whereNotNull('b.superseded_seq')
      .select('b.entry_seq'),
  ];
}

/** A search finds by unit, by lot, by who typed, and by the beginnings of words written. */
async function searched(db: Db, siteId: number, f: LedgerFilter): Promise<Knex.QueryBuilder[]> {
  const text = f.search!.trim();
  const named = (await db.unionAll([
    db('unit').where({ site_id: siteId, name: text }).select(db.raw("'unit_id' AS what"), 'id'),
    db('lot').where({ site_id: siteId, name: text }).select(db.raw("'lot_id' AS what"), 'id'),
    db('person').where({ site_id: siteId, name: text }).select(db.raw("'person' AS what"), 'id'),
  ] as never)) as unknown as { what: string; id: number }[];
  const ids = (what: string) => named.filter((n) => n.what === what).map((n) => n.id);
  const words = text.match(/[\p{L}\p{N}]+/gu) ?? [];
  const ways: Knex.QueryBuilder[] = [
    ...(ids('unit_id').length > 0 ? touching(db, 'unit_id', ids('unit_id')) : []),
    ...(ids('lot_id').length > 0 ? touching(db, 'lot_id', ids('lot_id')) : []),
    db('entry')
      .whereRaw('MATCH (words) AGAINST (? IN BOOLEAN MODE)', [words.map((w) => `+${w}*`).join(' ')])
      .select({ entry_seq: 'seq' }),
  ];
  if (ids('person').length > 0)
    // The newest of a person who typed for years are enough: the page shows no more.
    ways.push(
      db
        .from(
          db('entry')
            .whereIn('recorded_by', ids('person'))
            .modify((q) => {
              if (f.kinds && f.kinds.length > 0) q.whereIn('kind', [...f.kinds]);
              if (f.before !== undefined) q.where('seq', '<', f.before);
            })
            .orderBy('seq', 'desc')
            .limit(f.limit)
            .select({ entry_seq: 'seq' })
            .as('n'),
        )
        .select('n.entry_seq'),
    );
  return ways;
}

type Moved = { account: string; delta: number; unit: string; lot: string; stage: string };

/** What each entry moves as derived now; of a voided one, what it moved before. */
async function movedBy(db: Db, seqs: readonly number[]): Promise<Map<number, Moved[]>> {
  if (seqs.length === 0) return new Map();
  const rows = (await db('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .leftJoin('entry as v', 'v.voids_seq', 'p.entry_seq')
    .whereIn('p.entry_seq', [...seqs])
    .where((q) => q.whereNull('p.superseded_seq').orWhereRaw('p.superseded_seq = v.seq'))
    .orderBy('p.id')
    .select('p.entry_seq', 'p.account', 'p.delta', 'u.name as unit', 't.name as lot', 'h.stage')) as (Moved & {
    entry_seq: number;
  })[];
  const out = new Map<number, Moved[]>();
  for (const r of rows) (out.get(r.entry_seq) ?? out.set(r.entry_seq, []).get(r.entry_seq)!).push(r);
  return out;
}

const spaced = (n: number) => String(Math.abs(n)).replace(/\B(?=(\d{3})+(?!\d))/g, '\u2005');

/** One line of the ledger in plain words. */
function summary(kind: string, intent: Record<string, unknown>, moved: readonly Moved[]): string {
  const into = moved.filter((m) => m.account === 'holding' && m.delta > 0);
  const out = moved.filter((m) => m.account === 'holding' && m.delta < 0);
  const world = moved.filter((m) => m.account !== 'holding' && m.account !== 'unexplained' && m.delta > 0);
  const unexplained = moved.filter((m) => m.account === 'unexplained').reduce((s, m) => s + m.delta, 0);
  const odd = unexplained === 0 ? '' : `; ${spaced(unexplained)} ${unexplained > 0 ? 'to' : 'from'} unexplained`;
  const total = (list: readonly Moved[]) => spaced(list.reduce((s, m) => s + m.delta, 0));
  switch (kind) {
    case 'take':
    case 'opening':
    case 'arrival':
      return into.map((m) => `${spaced(m.delta)} into ${m.unit}, ${m.lot}`).join(', ');
    case 'check':
      return `${intent.check}: ${intent.successes} of ${intent.trials}`;
    case 'sampleBack':
      return `${spaced(Number(intent.number))} put back${intent.dead ? `, ${spaced(Number(intent.dead))} died of it` : ''}${intent.purpose ? `, ${intent.purpose}` : ''}`;
    case 'feed':
      return `${intent.massG} g${intent.feed ? `, ${intent.feed}` : ''}`;
    case 'temperature':
      return `${intent.celsius} °C`;
    case 'reading':
      return `${intent.sensorName}: ${intent.value} ${intent.unitName}`.trim();
    case 'import':
      return `${intent.fileName || 'file'}: ${intent.rows} readings, ${intent.added} new`;
    case 'correction':
      return `takes back a ${wordOf(String(intent.kind))}: ${intent.reason}`;
    case 'weighing':
    case 'count': {
      const batches = intent.batches as { massG: number; count: number }[] | undefined;
      const each = batches
        ? `${(batches.reduce((s, b) => s + b.massG, 0) / batches.reduce((s, b) => s + b.count, 0)).toPrecision(3)} g each`
        : '';
      const measured = intent.measured as { number?: number } | undefined;
      const mode =
        { combine: ', combined with the books', replace: ', the count stands', note: ', noted only' }[
          intent.mode as 'combine'
        ] ?? '';
      return `${[measured?.number !== undefined ? spaced(measured.number) : '', each].filter(Boolean).join(', ')}${mode}${odd}`;
    }
    case 'note':
      return '';
    case 'pick':
    case 'dead':
      return `${spaced(Number(intent.number ?? 0))}${out[0] ? ` from ${out[0].unit}` : ''}${intent.cause ? `, ${intent.cause}` : ''}${odd}`;
    default:
      if (world.length > 0)
        return `${total(world)} from ${[...new Set(world.map((m) => m.unit))].join(', ')}${intent.siteName ? ` to ${intent.siteName}` : ''}${intent.cause ? `, ${intent.cause}` : ''}${odd}`;
      if (into.length > 0 && out.length > 0) {
        const from = [...new Set(out.map((m) => m.unit))].join(', ');
        const to = [...new Set(into.map((m) => `${m.unit}${into.length > 1 ? ` (${spaced(m.delta)})` : ''}`))].join(
          ', ',
        );
        return `${total(into)} from ${from} ${kind === 'hatch' || kind === 'stage' ? '' : `to ${to}`}${odd}`.trim();
      }
      return odd.slice(2);
  }
}
