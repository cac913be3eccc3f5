import { fateOf } from '@/core/brood/fates';
import { dayPlan } from '@/core/spawning/plan';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { dayById } from '@/server/stock/spawningDay';
import { unitById } from '@/server/stock/standing';
import { eventOf } from '@/server/when';
import { fromJson } from '@/store/books/rows';
import { fishById } from '../../fish';
import { latestOf, mustBeHere } from '../../life';
import { moveFish, together } from './act';

export const decision = decides(moveFish, async (c, p) => {
  const event = eventOf(c, p);
  const unit = await unitById(c, p.unit);
  if (p.day !== undefined) await mustBeAlone(c, p as typeof p & { day: number }, unit, event.at);
  const moved = [];
  for (const id of p.fish) {
    const fish = await fishById(c, id);
    await mustBeHere(c, fish, event.at);
    moved.push(fish);
  }
  await c.record([
    {
      kind: 'fishMove',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts: [],
      observations: moved.map((f) => ({
        kind: 'stood',
        brood_fish_id: f.id,
        spawning_day_id: p.day ?? null,
        unit_id: unit.id,
      })),
    },
  ]);
  return { unit: unit.name, fish: moved.map((f) => f.tag) };
});

/** On a day on which they are held one to a cage: nobody else stands there, and the lid is secured. */
async function mustBeAlone(
  c: Context,
  p: { day: number; fish: readonly number[]; lid?: string },
  unit: { id: number; name: string },
  at: number,
): Promise<void> {
  const plan = dayPlan.parse(fromJson((await dayById(c, p.day)).plan));
  // Where spawned fish recover together is no cage: the rule holds for those that are yet to be stripped.
  const waiting = [];
  for (const id of p.fish)
    if ((await latestOf(c, id, 'inject', at)) && !(await latestOf(c, id, 'strip', at))) waiting.push(id);
  if (!plan.oneToCage || waiting.length === 0) return;
  const there = (await standIn(c, unit.id, at)).filter((f) => !p.fish.includes(f.id));
  if (there.length > 0 || p.fish.length > 1)
    ask(c, together, {
      message:
        there.length > 0
          ? `${there.map((f) => f.tag).join(', ')} ${there.length === 1 ? 'stands' : 'stand'} in ${unit.name}: injected fish fight.`
          : 'More than one would stand there: injected fish fight.',
      path: 'unit',
      todo: 'One to a cage.',
      choices: [{ value: 'meant', label: 'They stand together all the same' }],
    });
  if (!p.lid)
    throw new ActRefused('lid', 'Is the lid closed and secured? Injected fish jump.', 'lid', 'Tick it once it is.');
}

/** Brood fish that stood in a unit at an instant. */
async function standIn(c: Context, unit: number, at: number): Promise<{ id: number; tag: string }[]> {
  const last = c
    .trx('observation as o')
    .join('brood_fish as f', 'f.id', 'o.brood_fish_id')
    .where({ 'f.site_id': c.site.id })
    .whereIn('o.kind', ['stood', 'fate'])
    .where('o.at', '<=', at)
    .modify((q) => {
      if (c.replacing) q.whereNot('o.entry_seq', c.replacing.seq);
    })
    .select(
      'f.id',
      'f.tag',
      'o.kind',
      'o.said',
      'o.unit_id',
      c.trx.raw('ROW_NUMBER() OVER (PARTITION BY f.id, o.kind ORDER BY o.at DESC, o.id DESC) AS nth'),
    );
  const rows = await c.trx.from(last.as('x')).where('x.nth', 1).select<
    {
      id: number;
      tag: string;
      kind: string;
      said: string | null;
      unit_id: number | null;
    }[]
  >('id', 'tag', 'kind', 'said', 'unit_id');
  const gone = new Set(rows.filter((r) => r.kind === 'fate' && !fateOf(r.said ?? '')?.stays).map((r) => r.id));
  return rows.filter((r) => r.kind === 'stood' && r.unit_id === unit && !gone.has(r.id));
}
