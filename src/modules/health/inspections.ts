import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { type InspectionPlan, inspectionPlan, type Verdict } from './input';

/** A tank of an inspection: what stood there when it was opened, and how many are drawn from it. */
export type InspectedTank = {
  holding: number;
  unit: number;
  unitName: string;
  lot: number;
  lotName: string;
  stage: string;
  stood: number;
  draw: number;
};

export type InspectionRow = {
  id: number;
  plan: InspectionPlan;
  tanks: InspectedTank[];
  /** So many are wanted of all tanks together. */
  wanted: number;
  openedAt: number;
  closedAt: number | null;
  verdict: {
    verdict: Verdict;
    certificate: string;
    validUntil: number | null;
    signedBy: string;
    /** Signed by somebody's own sign-in. */
    signature?: { by: string; at: number; seq: number; said: string };
  } | null;
};

/** Inspections of a site, open ones first, then the latest. One statement. */
export async function inspectionsOf(db: Db, siteId: number, id?: number): Promise<InspectionRow[]> {
  const rows = await db('inspection')
    .where({ site_id: siteId })
    .modify((q) => {
      if (id !== undefined) q.where({ id });
    })
    .orderByRaw('closed_at IS NOT NULL, opened_at DESC')
    .limit(60)
    .select<
      {
        id: number;
        plan: string;
        tanks: string;
        wanted: number;
        openedAt: number;
        closedAt: number | null;
        verdict: string | null;
      }[]
    >('id', 'plan', 'tanks', 'wanted', 'verdict', { openedAt: 'opened_at', closedAt: 'closed_at' });
  return rows.map((r) => ({
    ...r,
    plan: inspectionPlan.parse(fromJson(r.plan)),
    tanks: fromJson<InspectedTank[]>(r.tanks),
    verdict: r.verdict === null ? null : fromJson<NonNullable<InspectionRow['verdict']>>(r.verdict),
  }));
}

/** @throws ActRefused where there is none, or it is closed */
export async function openInspection(c: Context, id: number): Promise<InspectionRow> {
  const [row] = await inspectionsOf(c.trx, c.site.id, id);
  if (!row) throw new ActRefused('noInspection', 'There is no such inspection.', 'inspection');
  if (row.closedAt !== null)
    throw new ActRefused('closed', 'That inspection is closed.', 'inspection', 'Take its closing back first.');
  return row;
}

/** What was taken, and what came back of it. */
export type Container = {
  entryId: string;
  at: number;
  unit: number;
  container: string;
  organs: string;
  number: number;
  finding: { text: string; affected: number; by: string } | null;
};

/** Containers of an inspection, the latest first, each with its finding. One statement. */
export async function containersOf(
  db: Db,
  row: Pick<InspectionRow, 'id' | 'tanks'>,
  without = 0,
): Promise<Container[]> {
  const said = await db('observation as o')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .whereIn(
      'o.holding_id',
      row.tanks.map((t) => t.holding),
    )
    .where({ 'o.kind': 'inspection', 'o.value': row.id })
    .whereNot('e.seq', without)
    .orderBy([
      { column: 'e.at', order: 'desc' },
      { column: 'e.seq', order: 'desc' },
    ])
    .select<{ id: string; kind: string; at: number; intent: string }[]>('e.id', 'e.kind', 'e.at', 'e.intent');
  type Said = {
    unit: number;
    container: string;
    organs?: string;
    number?: number;
    found?: string;
    affected?: number;
    by?: string;
  };
  const told = said.map((s) => ({ ...s, intent: fromJson<Said>(s.intent) }));
  return told
    .filter((t) => t.kind === 'inspectionTake')
    .map((t) => {
      const back = told.find((x) => x.kind === 'inspectionFind' && x.intent.container === t.intent.container);
      return {
        entryId: t.id,
        at: t.at,
        unit: t.intent.unit,
        container: t.intent.container,
        organs: t.intent.organs ?? '',
        number: t.intent.number ?? 0,
        finding: back
          ? { text: back.intent.found ?? '', affected: back.intent.affected ?? 0, by: back.intent.by ?? '' }
          : null,
      };
    });
}
