import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { fromJson } from '@/store/books/rows';

/**
 * Nothing goes into a pond that was poisoned before its time is over: refused, whichever act brings it. One statement.
 * @throws ActRefused at `path`
 */
export async function mustNotBeWithheld(
  c: Context,
  unit: { id: number; name: string },
  at: number,
  path: string,
): Promise<void> {
  const given = await c
    .trx('pond_note as n')
    .join('pond_run as r', 'r.id', 'n.run_id')
    .where({ 'r.unit_id': unit.id, 'n.what': 'poison', 'r.closed_at': null })
    .where('n.at', '<=', at)
    .orderBy('n.at', 'desc')
    .first<{ at: number; plan: string } | undefined>({ at: 'n.at', plan: 'r.plan' });
  if (!given) return;
  const { withholdDays, poison } = fromJson<{ withholdDays: number | null; poison: string }>(given.plan);
  const until = given.at + (withholdDays ?? 0) * DAY_MS;
  if (at >= until) return;
  throw new ActRefused(
    'withheld',
    `${unit.name} was given ${poison} ${dayMonth(given.at, c.site.timeZone, at)}: nothing goes in before ${dayMonth(until, c.site.timeZone, at)}.`,
    path,
    'Wait until the label’s days are over; a few fish in a cage for a day tell more.',
  );
}
