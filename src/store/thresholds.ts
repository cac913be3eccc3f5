import { type ThresholdId, thresholdFault, thresholdIds } from '@/core/thresholds';
import { type OwnThresholds, putThresholdsInForce } from '@/core/thresholdsInForce';
import { fromJson } from './books/rows';
import type { Db, Trx } from './connection';

/** In the place of a species, in the rows of what a hatchery has set of its own. */
export const THRESHOLDS = 'thresholds';

/** A threshold as this hatchery has set it, or checked it, with its source. */
export type SetThreshold = { value: number; source: string };

/**
 * What a hatchery has set of the thresholds, the last of each; and what fits nowhere any more, with the reason.
 * Their history stands with that of the values of species.
 */
export async function setThresholds(
  db: Db | Trx,
  siteId: number,
): Promise<{ set: Partial<Record<ThresholdId, SetThreshold>>; unfit: { path: string; why: string }[] }> {
  const rows = await db('species_value')
    .where({ site_id: siteId, species: THRESHOLDS })
    .orderBy('id')
    .select('path', 'value', 'source');
  const set: Partial<Record<ThresholdId, SetThreshold>> = {};
  const unfit = new Map<string, string>();
  for (const r of rows) {
    const id = thresholdIds.find((t) => t === r.path);
    const value = fromJson<number>(r.value);
    const fault = id ? thresholdFault(id, value) : 'this version has no such threshold';
    if (fault) unfit.set(r.path, fault);
    else {
      set[id!] = { value, source: r.source };
      unfit.delete(r.path);
    }
  }
  return { set, unfit: [...unfit].map(([path, why]) => ({ path, why })) };
}

/** The values alone. */
export const valuesOf = (set: Partial<Record<ThresholdId, SetThreshold>>): OwnThresholds =>
  Object.fromEntries(Object.entries(set).map(([id, t]) => [id, t.value]));

/** Puts the thresholds of the hatchery of this database in force in this process; the shipped ones where there is none yet. */
export async function takeUpThresholds(db: Db): Promise<void> {
  const site = await db('site').orderBy('id').first('id');
  putThresholdsInForce(site ? valuesOf((await setThresholds(db, site.id)).set) : {});
}
