import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { flowsSince, spreadBy } from '@/store/books/reach';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** A case as it stands in its row. */
export type CaseRow = {
  id: number;
  holdings: CaseHolding[];
  signs: string[];
  suspected: string;
  openedAt: number;
  closedAt: number | null;
  outcome: string | null;
  diagnosis: string;
  /** Ill, or held apart until it is known that they are not. */
  why: 'ill' | 'quarantine';
  /** Of a quarantine: not let go before. */
  until: number | null;
};

type Row = {
  id: number;
  holdings: string;
  signs: string;
  suspected: string;
  opened_at: number;
  closed_at: number | null;
  outcome: string | null;
  diagnosis: string;
  why: string;
  until: number | null;
};

/** What stood in a unit of a case when it was opened, or came there of it since. */
export type CaseHolding = { holding: number; unit: number; lot: number };

/**
 * Cases of a site, open ones first, then the latest. An open one is of all into which its fish were moved since, too. One
 * statement, and one more for each step from tank to tank where a case is open.
 */
export async function casesOf(
  db: Db,
  siteId: number,
  now: number,
  only: { open?: true; id?: number } = {},
): Promise<CaseRow[]> {
  const rows = await db('health_case')
    .where({ site_id: siteId })
    .whereNotNull('opened_seq')
    .where('opened_at', '<=', now)
    .modify((q) => {
      if (only.open) q.whereNull('closed_at');
      if (only.id !== undefined) q.where({ id: only.id });
    })
    .orderByRaw('closed_at IS NOT NULL, opened_at DESC')
    .limit(200)
    .select<Row[]>('*');
  const grown = await spreadOf(
    db,
    rows.filter((r) => r.closed_at === null || only.id !== undefined),
  );
  return rows.map((r) => ({
    id: r.id,
    holdings: [...fromJson<CaseHolding[]>(r.holdings), ...(grown.get(r.id) ?? [])],
    signs: fromJson<string[]>(r.signs),
    suspected: r.suspected,
    openedAt: r.opened_at,
    closedAt: r.closed_at,
    outcome: r.outcome,
    diagnosis: r.diagnosis,
    why: r.why === 'quarantine' ? 'quarantine' : 'ill',
    until: r.until,
  }));
}

/** Where fish of cases were moved since each was opened, until it was closed. */
async function spreadOf(db: Db, open: readonly Row[]): Promise<Map<number, CaseHolding[]>> {
  const starts = open.map((r) => ({
    id: r.id,
    since: r.opened_at,
    until: r.closed_at ?? Infinity,
    of: fromJson<CaseHolding[]>(r.holdings),
  }));
  if (starts.length === 0) return new Map();
  const flows = await flowsSince(
    db,
    starts.flatMap((s) => s.of.map((h) => h.holding)),
    Math.min(...starts.map((s) => s.since)),
  );
  if (flows.length === 0) return new Map();
  const rows = await db('holding')
    .whereIn('id', [...new Set(flows.map((f) => f.to))])
    .select<CaseHolding[]>({ holding: 'id', unit: 'unit_id', lot: 'lot_id' });
  return new Map(
    starts.map((s) => {
      const reached = spreadBy(
        flows.filter((f) => f.at <= s.until),
        new Map(s.of.map((h) => [h.holding, s.since])),
      );
      const first = new Set(s.of.map((h) => h.holding));
      return [s.id, rows.filter((r) => reached.has(r.holding) && !first.has(r.holding))];
    }),
  );
}

/** @throws ActRefused where there is no such case, or it is closed */
export async function openCase(c: Context, id: number, path = 'caseId'): Promise<CaseRow> {
  const [row] = await casesOf(c.trx, c.site.id, Number.MAX_SAFE_INTEGER, { id });
  if (!row) throw new ActRefused('noCase', 'There is no such case.', path, 'Choose one of the list.');
  if (row.closedAt !== null)
    throw new ActRefused('closed', 'That case is closed.', path, 'Take its closing back, or open another.');
  return row;
}
