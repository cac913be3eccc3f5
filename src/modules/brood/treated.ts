import type { FateId } from '@/core/brood/fates';
import { barredSays } from '@/core/health/barred';
import { dayMonth } from '@/core/time/localDay';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context } from '@/server/context';
import { broodBarredAt } from '@/server/stock/treated/brood';
import { withdrawal } from './input';
import { latestOf } from './life';

/** Ends by which somebody else may come to eat what was treated. */
const LEAVES: readonly FateId[] = ['food', 'sold', 'returned'];

/**
 * Brood fish within a withdrawal do not leave unasked: as food never while a treatment's still runs, sold or let go only
 * where the veterinarian allows it. Of an injected hormone nobody here knows how long it bars: the manager says so.
 */
export async function askTreated(
  c: Context,
  of: { fish: { id: number; tag: string } } | { batch: { id: number; name: string } },
  fate: FateId,
  event: { at: number; note: string },
): Promise<void> {
  if (!LEAVES.includes(fate)) return;
  const all = await broodBarredAt(c.trx, c.site.id, event.at);
  const [name, barred] =
    'fish' in of ? [of.fish.tag, all.fish.get(of.fish.id) ?? []] : [of.batch.name, all.batches.get(of.batch.id) ?? []];
  const injected = 'fish' in of ? await latestOf(c, of.fish.id, 'inject', event.at) : undefined;
  if (barred.length === 0 && !injected) return;
  const zone = c.site.timeZone;
  const says = [
    ...barred.map((b) => barredSays(b, zone, event.at)),
    ...(injected ? [`injected (${injected.said ?? 'hormone'}) on ${dayMonth(injected.at, zone, event.at)}`] : []),
  ].join('; ');
  const food = fate === 'food';
  const message = `${name}: ${says}.`;
  const todo = food
    ? 'Choose another end. The manager may answer that its withdrawal, by label and local law, is over.'
    : 'Wait until it is over; treated fish do not leave before. The label and the vet decide.';
  if (food && barred.length > 0)
    throw new ActRefused(
      'withdrawal',
      message,
      'fate',
      'They must not be eaten before that. The label and the vet decide.',
    );
  // Only who is responsible for the label's and the law's days may say that they are over.
  if (food && c.actor.role !== 'manager') throw new ActRefused('treated', message, 'fate', todo);
  const vet = {
    value: 'vet' as const,
    label: 'The veterinarian allows it',
    why: 'who, and on which paper, stands in the note; whoever gets them is told',
  };
  const over = { value: 'over' as const, label: 'Its withdrawal is over' };
  const answer = ask(c, withdrawal, {
    message,
    path: 'fate',
    todo,
    choices: food ? [over] : barred.length > 0 || c.actor.role !== 'manager' ? [vet] : [over, vet],
  });
  if (answer === 'vet' && !event.note.trim())
    throw new ActRefused('why', 'Say who allows it, and on which paper.', 'note', 'One line in the note is enough.');
}
