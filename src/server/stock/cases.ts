import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
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

/** What stood in a unit of a case when it was opened. */
export type CaseHolding = { holding: number; unit: number; lot: number };

/** Cases of a site, open ones first, then the latest. One statement. */
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
  return rows.map((r) => ({
    id: r.id,
    holdings: fromJson<CaseHolding[]>(r.holdings),
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

/** @throws ActRefused where there is no such case, or it is closed */
export async function openCase(c: Context, id: number, path = 'caseId'): Promise<CaseRow> {
  const [row] = await casesOf(c.trx, c.site.id, Number.MAX_SAFE_INTEGER, { id });
  if (!row) throw new ActRefused('noCase', 'There is no such case.', path, 'Choose one of the list.');
  if (row.closedAt !== null)
    throw new ActRefused('closed', 'That case is closed.', path, 'Take its closing back, or open another.');
  return row;
}
