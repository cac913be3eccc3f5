import { type Barred, latestFirst } from '@/core/health/barred';
import { type BroodTreatment, broodBarredAt, broodTreatmentsOf } from '@/server/stock/treated/brood';
import type { Db } from '@/store/connection';

/** Brood fish under a treatment, or within its withdrawal. */
export type BroodTreated = {
  treatment: BroodTreatment;
  /** Tags, the first of them, and names of runs. */
  who: string;
  /** It goes on, or is a course of which nobody said that it ended. */
  running: boolean;
  /** The one of them that is barred the longest; null where none is. */
  barred: Barred<BroodTreatment> | null;
};

/** So many tags are named, the others counted. */
const NAMED = 4;

/** Treatments of the brood that go on or bar somebody, the latest first. Two statements where nobody was treated. */
export async function broodTreated(db: Db, siteId: number, now: number): Promise<BroodTreated[]> {
  const treatments = await broodTreatmentsOf(db, siteId, now);
  if (treatments.length === 0) return [];
  const bars = await broodBarredAt(db, siteId, now);
  const all = [...bars.fish.values(), ...bars.batches.values()].flat().sort(latestFirst);
  const listed = treatments
    .map((t) => ({
      treatment: t,
      running: !t.ended && (t.end > now || t.by === 'feed'),
      barred: all.find((b) => b.treatment.seq === t.seq) ?? null,
    }))
    .filter((t) => t.running || t.barred !== null);
  const names = async (table: 'brood_fish' | 'brood_batch', ids: readonly number[]) =>
    new Map(
      (
        await db(table)
          .whereIn('id', [...new Set(ids)])
          .select<{ id: number; name: string }[]>('id', { name: table === 'brood_fish' ? 'tag' : 'name' })
      ).map((r) => [r.id, r.name]),
    );
  const [tags, runs] = await Promise.all([
    names(
      'brood_fish',
      listed.flatMap((t) => t.treatment.fish.slice(0, NAMED)),
    ),
    names(
      'brood_batch',
      listed.flatMap((t) => t.treatment.batches),
    ),
  ]);
  return listed.map((t) => {
    const { fish, batches } = t.treatment;
    return {
      ...t,
      who: [
        ...fish.slice(0, NAMED).flatMap((id) => tags.get(id) ?? []),
        ...(fish.length > NAMED ? [`${fish.length - NAMED} more`] : []),
        ...batches.flatMap((id) => runs.get(id) ?? []),
      ].join(', '),
    };
  });
}
