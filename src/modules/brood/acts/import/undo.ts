import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { fromJson } from '@/store/books/rows';
import { standing } from '@/store/families';

/** A field of a fish that a list changed: what it said before, and what the list said. */
export type FishChange = { id: number; fields: Record<string, [was: unknown, is: unknown]> };

/** What a list that was read in did, kept with its entry so that it can be taken back whole. */
export type ImportDid = { made: number[]; changed: FishChange[] };

export const MOST_TAGS = 5;

/** Truth values come back from the database as 0 and 1. */
export const comparable = (v: unknown) => String(typeof v === 'boolean' ? Number(v) : v);

/**
 * Takes a list of brood fish back whole: fish that it made go again with what it said of them, fields that it changed are
 * as they were, unless somebody changed them since. Refused where anything was recorded of a fish that it made.
 */
export async function takeBackFishImport(
  c: Context,
  entry: { seq: number; kind: string; intent: string },
): Promise<void> {
  const did = fromJson<{ undo?: ImportDid }>(entry.intent).undo;
  if (!did)
    throw new ActRefused(
      'import',
      'This list was read in before lists could be taken back.',
      'entryId',
      'Read in the right list: what its cells say takes the place of what was said before.',
    );
  const made = [0, ...did.made];
  const used = await usedTags(c, entry.seq, made);
  if (used.length > 0)
    throw new ActRefused(
      'inUse',
      `Something was recorded of ${used.slice(0, MOST_TAGS).join(', ')}${used.length > MOST_TAGS ? ` and ${used.length - MOST_TAGS} more` : ''} of this list since.`,
      'entryId',
      'Take that back first, or put single fish right.',
    );
  await c.trx('observation').where({ entry_seq: entry.seq }).delete();
  for (const { id, fields } of did.changed) {
    const row = await c
      .trx('brood_fish')
      .where({ id, site_id: c.site.id })
      .first<Record<string, unknown> | undefined>();
    const back = Object.entries(fields).filter(([k, [, is]]) => row && comparable(row[k]) === comparable(is));
    if (back.length > 0)
      await c
        .trx('brood_fish')
        .where({ id })
        .update(Object.fromEntries(back.map(([k, [was]]) => [k, was])));
  }
  await c.trx('brood_fish').whereIn('id', made).update({ sire_id: null, dam_id: null });
  await c.trx('brood_fish').whereIn('id', made).delete();
}

/** Tags of fish that a list made of which something else is known by now: seen, spawned, or a parent of others. */
export async function usedTags(c: Context, seq: number, made: readonly number[]): Promise<string[]> {
  const fathers = await c.trx('family as y').where({ 'y.site_id': c.site.id }).modify(standing).select<
    {
      males: string;
    }[]
  >('y.males');
  const [seen, mothers, parents] = (await Promise.all([
    c
      .trx('observation as o')
      .leftJoin('entry as v', 'v.voids_seq', 'o.entry_seq')
      .whereIn('o.brood_fish_id', [...made])
      .whereNot('o.entry_seq', seq)
      .whereNull('v.seq')
      .distinct('o.brood_fish_id as id'),
    c
      .trx('family as y')
      .whereIn('y.female_id', [...made])
      .modify(standing)
      .distinct('y.female_id as id'),
    c
      .trx('brood_fish as f')
      .whereNotIn('f.id', [...made])
      .where((q) => q.whereIn('f.sire_id', [...made]).orWhereIn('f.dam_id', [...made]))
      .select(c.trx.raw('COALESCE(f.sire_id, 0) AS sire, COALESCE(f.dam_id, 0) AS dam')),
  ])) as [{ id: number }[], { id: number }[], { sire: number; dam: number }[]];
  const own = new Set(made);
  const used = new Set(
    [
      ...seen.map((r) => r.id),
      ...mothers.map((r) => r.id),
      ...parents.flatMap((r) => [r.sire, r.dam]),
      ...fathers.flatMap((f) => fromJson<{ id: number }[]>(f.males).map((m) => m.id)),
    ].filter((id) => id !== 0 && own.has(id)),
  );
  if (used.size === 0) return [];
  return await c
    .trx('brood_fish')
    .whereIn('id', [...used])
    .orderBy('tag')
    .pluck('tag');
}
