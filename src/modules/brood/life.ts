import type { ObservationKind } from '@/core/books/observations';
import { fateOf } from '@/core/brood/fates';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import type { FishRecord } from './fish';

/** The latest of a kind that was seen of a fish up to an instant. */
export async function latestOf(
  c: Context,
  fish: number,
  kind: ObservationKind,
  until: number,
): Promise<{ value: number | null; said: string | null; unit_id: number | null; at: number } | undefined> {
  return await c
    .trx('observation')
    .where({ brood_fish_id: fish, kind })
    .where('at', '<=', until)
    .modify((q) => {
      // What an entry that is being corrected had said no longer counts.
      if (c.replacing) q.whereNot('entry_seq', c.replacing.seq);
    })
    .orderBy([
      { column: 'at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .first('value', 'said', 'unit_id', 'at');
}

/** The fate by which a fish had left by an instant; null while it was there. */
export async function goneBy(c: Context, fish: number, at: number) {
  const fate = await latestOf(c, fish, 'fate', at);
  const gone = fate && fateOf(fate.said ?? '');
  return gone && !gone.stays ? gone : null;
}

/** Refuses an act on a fish that has left. */
export async function mustBeHere(c: Context, fish: Pick<FishRecord, 'id' | 'tag'>, at: number, path = 'fish') {
  const gone = await goneBy(c, fish.id, at);
  if (gone)
    throw new ActRefused(
      'gone',
      `${fish.tag} left before: ${gone.name}.`,
      path,
      'Check the tag, or put its fate right.',
    );
}
