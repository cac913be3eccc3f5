import { dayMonth, localDay } from '@/core/time/localDay';
import { ActRefused } from '@/server/act/refused';
import { type Context, decides } from '@/server/context';
import { dayById } from '@/server/stock/spawningDay';
import { askStrains } from '@/server/stock/strains';
import { saveDay } from './act';

export const decision = decides(saveDay, async (c, p) => {
  const book = await c.species(p.species);
  if (p.plan.induction && !book.inductions.some((i) => i.id === p.plan.induction))
    throw new ActRefused('noInduction', `${book.name} has no such treatment.`, 'plan.induction');
  await mustBeParents(c, book.id, p.plan.crosses);
  const units = await c
    .trx('unit')
    .where({ site_id: c.site.id, retired: false })
    .whereIn('id', [0, ...p.plan.units])
    .pluck('id');
  if (units.length < new Set(p.plan.units).size)
    throw new ActRefused('noUnit', 'One of the units is not in use.', 'plan.units', 'Choose others.');
  const day = localDay(p.day, c.site.timeZone).start;
  const name = p.name || (await freeName(c, `${book.name}, ${dayMonth(day, c.site.timeZone)}`, p.id));
  const other = await c.trx('spawning_day').where({ site_id: c.site.id, name }).first('id');
  if (other && other.id !== p.id)
    throw new ActRefused('nameTaken', 'There is a spawning day of that name already.', 'name', 'Give another.');
  const row = { species: book.id, name, day, plan: JSON.stringify(p.plan), closed: p.closed };
  if (p.id !== undefined) {
    const before = await dayById(c, p.id, 'id');
    if (before.species !== book.id)
      throw new ActRefused('species', 'The species of a day stays.', 'species', 'Plan another day.');
    await c.trx('spawning_day').where({ id: p.id }).update(row);
    return { id: p.id, name };
  }
  const [id] = (await c.trx('spawning_day').insert({ ...row, site_id: c.site.id })) as [number];
  return { id, name };
});

async function freeName(c: Context, name: string, id: number | undefined): Promise<string> {
  const like = await c
    .trx('spawning_day')
    .where({ site_id: c.site.id })
    .whereNot('id', id ?? 0)
    .where('name', 'like', `${name}%`)
    .pluck('name');
  let n = 1;
  let free = name;
  while (like.includes(free)) free = `${name} (${++n})`;
  return free;
}

/** Females and males of the species, each in the place of its sex, no female twice; strains are not mixed unasked. */
async function mustBeParents(
  c: Context,
  species: string,
  crosses: readonly { female: number; males: readonly number[] }[],
): Promise<void> {
  const ids = [...new Set(crosses.flatMap((x) => [x.female, ...x.males]))];
  const rows = await c
    .trx('brood_fish')
    .where({ site_id: c.site.id, species })
    .whereIn('id', [0, ...ids])
    .select('id', 'tag', 'sex', 'strain');
  const fish = new Map(rows.map((r) => [r.id, r]));
  const seen = new Set<number>();
  for (const x of crosses) {
    const female = fish.get(x.female);
    if (!female) throw new ActRefused('noFish', 'One of the fish is not known.', 'plan.crosses');
    if (female.sex === 'male' || seen.has(x.female))
      throw new ActRefused(
        'sex',
        seen.has(x.female) ? `${female.tag} stands twice.` : `${female.tag} is a male.`,
        'plan.crosses',
      );
    seen.add(x.female);
    for (const id of x.males) {
      const male = fish.get(id);
      if (!male) throw new ActRefused('noFish', 'One of the fish is not known.', 'plan.crosses');
      if (male.sex === 'female') throw new ActRefused('sex', `${male.tag} is a female.`, 'plan.crosses');
      askStrains(c, [[female, male]], 'plan.crosses');
    }
  }
}
