import type { Db } from '@/store/connection';

/** A parent, and when it gave its eggs or milt. */
export type Parent = { fish: number; until: number };

export type ParentTreated = { entryId: string; at: number; product: string; parent: string };

/** What parents were given before they spawned, themselves or with the run that they were tagged out of. Two statements. */
export async function parentsTreated(db: Db, parents: readonly Parent[]): Promise<ParentTreated[]> {
  if (parents.length === 0) return [];
  const until = new Map<number, number>();
  for (const p of parents) until.set(p.fish, Math.max(p.until, until.get(p.fish) ?? Number.NEGATIVE_INFINITY));
  const fish = await db('brood_fish')
    .whereIn('id', [...until.keys()])
    .select<{ id: number; tag: string; batch: number | null }[]>('id', 'tag', { batch: 'batch_id' });
  const runs = [...new Set(fish.flatMap((f) => f.batch ?? []))];
  const given = await db('observation as o')
    .join('entry as e', 'e.seq', 'o.entry_seq')
    .where('o.kind', 'broodTreated')
    .where((q) => void q.whereIn('o.brood_fish_id', [...until.keys()]).orWhereIn('o.brood_batch_id', runs))
    .orderBy('e.at')
    .select<{ entryId: string; at: number; product: string | null; fish: number | null; batch: number | null }[]>({
      entryId: 'e.id',
      at: 'e.at',
      product: 'o.said',
      fish: 'o.brood_fish_id',
      batch: 'o.brood_batch_id',
    });
  return given.flatMap((g) =>
    fish
      .filter((f) => (g.fish === null ? f.batch === g.batch : f.id === g.fish) && g.at <= until.get(f.id)!)
      .map((f) => ({ entryId: g.entryId, at: g.at, product: g.product ?? '', parent: f.tag })),
  );
}
