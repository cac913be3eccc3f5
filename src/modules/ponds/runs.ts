import { type HarvestNote, harvestStepOf } from '@/core/ponds/harvest';
import { type PondMore, pondMore } from '@/core/ponds/more';
import type { FoodScore } from '@/core/ponds/natural';
import { type PondPlan, pondPlan } from '@/core/ponds/plan';
import { type PondStep, pondStepIds } from '@/core/ponds/prepare';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

export type RunRow = {
  id: number;
  unitId: number;
  unit: string;
  plan: PondPlan;
  more: PondMore;
  begunAt: number;
  closedAt: number | null;
};
export type PondNote = {
  id: number;
  runId: number;
  what: PondStep | HarvestNote | 'food' | 'exchange';
  at: number;
  amounts: { what: string; kg: number }[];
  discCm: number | null;
  score: FoodScore | null;
  said: string;
};

/** Water that is left in a pond when it is poisoned, cm. `verify` */
const LEFT_CM = 20;

/** What `pond.prepare` is asked for a run. */
export const askedOf = (plan: PondPlan, begunAt: number) => ({
  areaM2: plan.areaM2,
  start: new Date(begunAt).toISOString(),
  soil: plan.soil,
  ...(plan.soilPH === null ? {} : { soilPH: plan.soilPH }),
  ...(plan.lime === null || plan.soilPH === null ? {} : { lime: plan.lime }),
  ...(plan.fertiliser && plan.fertiliserKgPerHa !== null
    ? { fertilisers: [{ name: plan.fertiliser, kgPerHa: plan.fertiliserKgPerHa }] }
    : {}),
  ...(plan.poison && plan.poisonMgPerL !== null
    ? {
        poison: {
          name: plan.poison,
          mgPerL: plan.poisonMgPerL,
          depthCm: LEFT_CM,
          withholdDays: plan.withholdDays ?? 0,
        },
      }
    : {}),
  depthCm: plan.depthCm,
  rain: plan.rain.map((r) => new Date(r).toISOString()),
});

/** Runs of a site, the open ones first, then the latest. One statement. */
export async function runsOf(db: Db, siteId: number, id?: number): Promise<RunRow[]> {
  const rows = await db('pond_run as r')
    .join('unit as u', 'u.id', 'r.unit_id')
    .where({ 'r.site_id': siteId })
    .modify((q) => {
      if (id !== undefined) q.where({ 'r.id': id });
    })
    .orderByRaw('r.closed_at IS NOT NULL, r.begun_at DESC')
    .limit(60)
    .select<{ id: number; unitId: number; unit: string; plan: string; begunAt: number; closedAt: number | null }[]>({
      id: 'r.id',
      unitId: 'r.unit_id',
      unit: 'u.name',
      plan: 'r.plan',
      begunAt: 'r.begun_at',
      closedAt: 'r.closed_at',
    });
  return rows.map((r) => {
    const kept = fromJson<{ more?: unknown }>(r.plan);
    return { ...r, plan: pondPlan.parse(kept), more: pondMore.parse(kept.more ?? {}) };
  });
}

/** What was done in runs, in order. One statement. */
export async function pondNotes(db: Db, runIds: readonly number[]): Promise<PondNote[]> {
  if (runIds.length === 0) return [];
  const rows = await db('pond_note')
    .whereIn('run_id', [...runIds])
    .orderBy(['at', 'id'])
    .select<
      {
        id: number;
        runId: number;
        what: string;
        at: number;
        amounts: string;
        discCm: number | null;
        score: FoodScore | null;
        said: string;
      }[]
    >('id', 'what', 'at', 'amounts', 'score', 'said', { runId: 'run_id', discCm: 'disc_cm' });
  return rows
    .filter(
      (r) =>
        r.what === 'food' ||
        r.what === 'exchange' ||
        harvestStepOf(r.what) !== undefined ||
        (pondStepIds as readonly string[]).includes(r.what),
    )
    .map((r) => ({ ...r, what: r.what as PondNote['what'], amounts: fromJson<PondNote['amounts']>(r.amounts) }));
}

/** @throws ActRefused where there is no such run, or it is closed */
export async function openRun(c: Context, id: number): Promise<RunRow> {
  const [row] = await runsOf(c.trx, c.site.id, id);
  if (!row) throw new ActRefused('noRun', 'There is no such run.', 'run', 'Choose one of the list.');
  if (row.closedAt !== null)
    throw new ActRefused('closed', 'That run is closed.', 'run', 'Take its closing back, or begin another.');
  return row;
}
