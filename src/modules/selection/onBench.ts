import { type JudgedFish, judgedFish } from '@/core/selection/judged';
import { type SelectionScheme, selectionScheme } from '@/core/selection/scheme';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { type SelectionGoal, selectionGoal } from './input';

export type SelectionRow = {
  id: number;
  unitId: number;
  lotId: number;
  stage: string;
  scheme: SelectionScheme;
  goal: SelectionGoal;
  begunAt: number;
  begunBy: number;
  entrySeq: number | null;
  overAt: number | null;
};

/** Selections of a site, as they were begun. @param only those of these lots, or one of them */
export async function selectionRows(
  db: Db,
  siteId: number,
  only: { id?: number; lotIds?: readonly number[] } = {},
): Promise<SelectionRow[]> {
  const rows = await db('selection')
    .where({ site_id: siteId })
    .modify((q) => {
      if (only.id !== undefined) q.where({ id: only.id });
      if (only.lotIds) q.whereIn('lot_id', [...only.lotIds]);
    })
    .orderBy('begun_at', 'desc')
    .select<
      {
        id: number;
        unit_id: number;
        lot_id: number;
        stage: string;
        scheme: string;
        goal: string;
        begun_at: number;
        begun_by: number;
        entry_seq: number | null;
        over_at: number | null;
      }[]
    >('*');
  return rows.map((r) => ({
    id: r.id,
    unitId: r.unit_id,
    lotId: r.lot_id,
    stage: r.stage,
    scheme: selectionScheme.parse(fromJson(r.scheme)),
    goal: selectionGoal.parse(fromJson(r.goal)),
    begunAt: r.begun_at,
    begunBy: r.begun_by,
    entrySeq: r.entry_seq,
    overAt: r.over_at,
  }));
}

/** Fish judged in these selections, also those taken back, in the order in which they were judged. */
export async function fishOf(
  db: Db,
  selectionIds: readonly number[],
  only: { since?: number; followed?: true } = {},
): Promise<Map<number, JudgedFish[]>> {
  const rows = await db('selection_fish')
    .whereIn('selection_id', [...selectionIds])
    .modify((q) => {
      if (only.since !== undefined) q.where('at', '>=', only.since);
      if (only.followed) q.where('followed', true);
    })
    .select<{ selection_id: number; content: string }[]>('selection_id', 'content');
  const out = new Map<number, JudgedFish[]>(selectionIds.map((id) => [id, []]));
  for (const r of rows) out.get(r.selection_id)!.push(judgedFish.parse(fromJson(r.content)));
  for (const list of out.values()) list.sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
  return out;
}

/** A selection that is still on the bench. @throws ActRefused where there is none, or it is over */
export async function onBench(c: Context, id: number): Promise<SelectionRow> {
  const [row] = await selectionRows(c.trx, c.site.id, { id });
  if (!row) throw new ActRefused('noSelection', 'There is no such selection here.', 'selection', 'Open the list anew.');
  if (row.overAt !== null)
    throw new ActRefused('over', 'That selection was given up.', 'selection', 'Begin another one.');
  if (row.entrySeq !== null)
    throw new ActRefused(
      'closed',
      'That selection is in the books already.',
      'selection',
      'Take its entry back in the ledger: it is on the bench again with every fish, and these can be added.',
    );
  return row;
}
