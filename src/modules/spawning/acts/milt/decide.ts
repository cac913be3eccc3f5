import { mustCheckAgain } from '@/core/induction/latency';
import { ask, type Context, decides } from '@/server/context';
import { type DayRow, dayById } from '@/server/stock/spawningDay';
import { eventOf } from '@/server/when';
import { fishOfDay, record, stateOf } from '../../dayState';
import { noneRuns, takeMilt } from './act';

export const decision = decides(takeMilt, async (c, p) => {
  const event = eventOf(c, p);
  const d = await dayById(c, p.day);
  const fish = await fishOfDay(c, d, p.fish, event, 'male');
  await askWhetherEggsRun(c, d, event.at);
  await record(c, 'milt', event, p, [
    {
      kind: 'milt',
      brood_fish_id: fish.id,
      spawning_day_id: d.id,
      value: p.volumeMl ?? null,
      said: p.apart ? 'apart' : (p.motility ?? null),
    },
  ]);
  return { tag: fish.tag };
});

/** Where females wait for their treatment to work, a male is prepared once eggs run: milt ages from then on. */
async function askWhetherEggsRun(c: Context, d: DayRow, at: number): Promise<void> {
  const treated = [...(await stateOf(c, d)).fish.values()].filter((f) => f.injections.some((i) => i.at <= at));
  if (treated.length === 0) return;
  const runs = treated.some(
    (f) => f.strips.some((x) => x.at <= at) || f.checks.some((x) => x.at <= at && !mustCheckAgain(x.found)),
  );
  if (runs) return;
  ask(c, noneRuns, {
    message: `None of the ${treated.length === 1 ? 'treated female' : `${treated.length} treated females`} runs yet.`,
    path: 'fish',
    todo: 'Prepare the male once eggs run: milt ages in the dish.',
    choices: [{ value: 'meant', label: 'It is meant', why: 'it is kept cold, or a trial' }],
  });
}
