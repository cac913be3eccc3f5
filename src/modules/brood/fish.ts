import type { FishSource } from '@/core/brood/parseFish';
import type { Species } from '@/core/species/species';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';

export type FishRecord = {
  id: number;
  species: string;
  tag: string;
  sex: 'female' | 'male' | 'unknown';
  strain: string;
  source: FishSource;
  origin: string;
  marks: string;
  came_on: number | null;
  year_class: number | null;
  sire_id: number | null;
  dam_id: number | null;
  pedigree_only: number;
};

/** The fish of an id, with its species as this hatchery's book has it. */
export async function fishById(c: Context, id: number, path = 'fish'): Promise<FishRecord & { book: Species }> {
  const row = await c.trx('brood_fish').where({ id, site_id: c.site.id }).first<FishRecord | undefined>();
  if (!row) throw new ActRefused('noFish', 'There is no such brood fish here.', path, 'Choose one of the list.');
  return { ...row, book: await c.species(row.species) };
}

/**
 * Of the fish of these tags none came or was spawned in time to come, and none is older than its parents. Autumn's eggs
 * are the next year's class, so that the next year's is believed.
 * @param field where the list stands that they are of, if they are of one
 */
export async function mustFitInTime(
  c: Context,
  species: string,
  tags: readonly string[],
  field?: string,
): Promise<void> {
  const fish = () => c.trx('brood_fish as f').where({ 'f.site_id': c.site.id, 'f.species': species });
  const refuse = (message: string, path: string, todo: string): never => {
    throw new ActRefused('time', message, field ?? path, todo);
  };
  const thisYear = new Date(c.now).getUTCFullYear();
  const tomorrow = c.now + DAY_MS;
  for (let i = 0; i < tags.length; i += 500) {
    const some = tags.slice(i, i + 500);
    const early = await fish()
      .whereIn('f.tag', some)
      .where((q) => q.where('f.came_on', '>', tomorrow).orWhere('f.year_class', '>', thisYear + 1))
      .first<{ tag: string; came_on: number | null } | undefined>('f.tag', 'f.came_on');
    if (early)
      early.came_on !== null && early.came_on > tomorrow
        ? refuse(`${early.tag} came on a day that is still to come.`, 'cameOn', 'Check the day and its year.')
        : refuse(`${early.tag} is of a year class that is still to come.`, 'yearClass', 'Check the year.');
    const older = await fish()
      .join('brood_fish as p', (j) => j.on('p.id', 'f.sire_id').orOn('p.id', 'f.dam_id'))
      .whereRaw('f.year_class < p.year_class')
      .where((q) => q.whereIn('f.tag', some).orWhereIn('p.tag', some))
      .first<{ tag: string; year: number; parent: string; parentYear: number } | undefined>({
        tag: 'f.tag',
        year: 'f.year_class',
        parent: 'p.tag',
        parentYear: 'p.year_class',
      });
    if (older)
      refuse(
        `${older.tag} of ${older.year} would be older than ${older.parent} of ${older.parentYear}, its parent.`,
        'yearClass',
        'Check the years and the parents.',
      );
  }
}
