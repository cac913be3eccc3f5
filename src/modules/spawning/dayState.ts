import { type DayState, dayState } from '@/core/spawning/dayState';
import { fishById } from '@/modules/brood/fish';
import { mustBeHere } from '@/modules/brood/life';
import type { Event } from '@/server/act/event';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import type { DayRow } from '@/server/stock/spawningDay';
import type { Observation } from '@/store/books/record';
import { dayEntries } from '@/store/dayEntries';

/** The spawning day as it stands, without the entry that is being corrected. */
export async function stateOf(c: Context, d: DayRow): Promise<DayState> {
  const entries = await dayEntries(c.trx, d.id);
  return dayState(entries.filter((e) => e.id !== c.replacing?.id));
}

/** A fish of the day’s species and, where told, of a sex; one whose sex was not known shows it by what it gives. */
export async function fishOfDay(c: Context, d: DayRow, id: number, event: Event, sex?: 'female' | 'male') {
  const fish = await fishById(c, id);
  if (fish.species !== d.species)
    throw new ActRefused('species', `${fish.tag} is no ${d.species}.`, 'fish', 'Check the tag.');
  if (sex && fish.sex !== sex && fish.sex !== 'unknown')
    throw new ActRefused('sex', `${fish.tag} is a ${fish.sex}.`, 'fish', 'Check the tag.');
  if (sex && fish.sex === 'unknown') await c.trx('brood_fish').where({ id }).update({ sex });
  await mustBeHere(c, fish, event.at);
  return fish;
}

/** One entry of the day: it moves nothing in the books. */
export const record = (c: Context, kind: string, event: Event, intent: unknown, observations: readonly Observation[]) =>
  c.record([{ kind, ...event, replacesSeq: c.replacing?.seq, intent, acts: [], observations }]);
