import type { SessionBatch } from '@/core/health/session';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { type VaccinationPlan, vaccinationPlan } from './input';

export type VaccinationRow = {
  id: number;
  unitId: number;
  lotId: number;
  stage: string;
  plan: VaccinationPlan;
  begunAt: number;
  closedAt: number | null;
};

/** More than so many times what the books hold is another tank, or a slip. */
export const MANY = 1.3;

/** Vaccinations of a site, the open ones first, then the latest. One statement. */
export async function vaccinationsOf(db: Db, siteId: number, id?: number): Promise<VaccinationRow[]> {
  const rows = await db('vaccination')
    .where({ site_id: siteId })
    .modify((q) => {
      if (id !== undefined) q.where({ id });
    })
    .orderByRaw('closed_at IS NOT NULL, begun_at DESC')
    .limit(60)
    .select<
      {
        id: number;
        unitId: number;
        lotId: number;
        stage: string;
        plan: string;
        begunAt: number;
        closedAt: number | null;
      }[]
    >('id', 'stage', 'plan', { unitId: 'unit_id', lotId: 'lot_id', begunAt: 'begun_at', closedAt: 'closed_at' });
  return rows.map((r) => ({ ...r, plan: vaccinationPlan.parse(fromJson(r.plan)) }));
}

/** Batches of a vaccination and changes of needles, oldest first. One statement. */
export async function batchesOf(
  db: Db,
  id: number,
): Promise<{ batches: (SessionBatch & { id: string })[]; needles: { id: string; hand: string; at: number }[] }> {
  const rows = await db('vaccination_batch')
    .where({ vaccination_id: id })
    .orderBy('at')
    .select<(SessionBatch & { id: string; kind: string })[]>('id', 'kind', 'number', 'dead', 'hand', 'at', {
      asleepS: 'asleep_s',
    });
  return {
    batches: rows.filter((r) => r.kind === 'batch'),
    needles: rows.filter((r) => r.kind === 'needle').map(({ id: batch, hand, at }) => ({ id: batch, hand, at })),
  };
}

/** @throws ActRefused where there is none, or it is closed */
export async function openVaccination(c: Context, id: number): Promise<VaccinationRow> {
  const [row] = await vaccinationsOf(c.trx, c.site.id, id);
  if (!row) throw new ActRefused('noSession', 'There is no such vaccination.', 'vaccination');
  if (row.closedAt !== null)
    throw new ActRefused(
      'closed',
      'That vaccination is closed.',
      'vaccination',
      'Take its entry back, or begin another.',
    );
  return row;
}
