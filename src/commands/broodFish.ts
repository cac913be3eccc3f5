import { z } from 'zod';
import { type FishSource, sexes, sources } from '@/core/brood/parseFish';
import { CalculationError } from '@/core/calculation';
import { type Animal, pedigreeOf } from '@/core/genetics/pedigree';
import type { Species } from '@/core/species/species';
import { standing } from '@/store/families';
import { speciesBook } from '@/store/species';
import { type Context, defineCommand } from './define';
import { knownSpecies } from './lots';
import { unique } from './names';
import { CommandRefused } from './refused';

export const tag = z.string().trim().min(1, 'needs a tag').max(40, 'is too long');

export type FishRecord = {
  id: number;
  species: string;
  tag: string;
  sex: 'female' | 'male' | 'unknown';
  strain: string;
  source: FishSource;
  sire_id: number | null;
  dam_id: number | null;
  pedigree_only: number;
};

/** The fish of an id, with its species as this hatchery's book has it. */
export async function fishById(c: Context, id: number, path = 'fish'): Promise<FishRecord & { book: Species }> {
  const row = (await c.trx('brood_fish').where({ id, site_id: c.site.id }).first()) as FishRecord | undefined;
  if (!row) throw new CommandRefused('noFish', 'There is no such brood fish here.', path, 'Choose one of the list.');
  return { ...row, book: (await speciesBook(c.trx, c.site.id)).get(row.species) ?? knownSpecies(row.species) };
}

/** Refuses a parentage that makes a fish its own ancestor, or one fish a sire and a dam. */
async function mustBePedigree(c: Context, species: string, change: Animal & { key: string }): Promise<void> {
  const rows = (await c
    .trx('brood_fish as f')
    .leftJoin('brood_fish as s', 's.id', 'f.sire_id')
    .leftJoin('brood_fish as d', 'd.id', 'f.dam_id')
    .where({ 'f.site_id': c.site.id, 'f.species': species })
    .select('f.tag', { sire: 's.tag', dam: 'd.tag' })) as { tag: string; sire: string | null; dam: string | null }[];
  const animals = rows
    .filter((r) => r.tag !== change.key)
    .map((r): Animal => ({ id: r.tag, sire: r.sire ?? undefined, dam: r.dam ?? undefined }));
  try {
    pedigreeOf([...animals, { id: change.id, sire: change.sire, dam: change.dam }]);
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    throw new CommandRefused('pedigree', `${e.says}.`, change.sire ? 'sire' : 'dam', 'Check the tags of the parents.');
  }
}

/** A parent by tag; one that is not known here becomes an ancestor known by the pedigree only. */
export async function parentOf(
  c: Context,
  species: string,
  parent: string | undefined,
  sex: 'male' | 'female',
): Promise<number | null> {
  if (!parent) return null;
  const row = (await c.trx('brood_fish').where({ site_id: c.site.id, species, tag: parent }).first()) as
    | FishRecord
    | undefined;
  if (row && row.sex !== 'unknown' && row.sex !== sex)
    throw new CommandRefused(
      'sex',
      `${parent} stands in the books as a ${row.sex}.`,
      sex === 'male' ? 'sire' : 'dam',
      'Check the tag.',
    );
  if (row) {
    // Who has offspring as a sire is male.
    if (row.sex === 'unknown') await c.trx('brood_fish').where({ id: row.id }).update({ sex });
    return row.id;
  }
  const [id] = (await c
    .trx('brood_fish')
    .insert({ site_id: c.site.id, species, tag: parent, sex, pedigree_only: true })) as [number];
  return id;
}

/** A brood fish made known, or what is known of it put right. Its life (looks, moves, fate) is recorded in entries. */
export const saveFish = defineCommand({
  type: 'brood.save',
  roles: ['manager', 'culturist'],
  schema: z
    .object({
      id: z.number().int().optional(),
      species: z.string(),
      tag,
      sex: z.enum(sexes),
      marks: z.string().trim().max(200, 'is too long').default(''),
      strain: z.string().trim().max(60, 'is too long').default(''),
      source: z.enum(sources).default('unknown'),
      origin: z.string().trim().max(120, 'is too long').default(''),
      cameOn: z.number().int().nullable().default(null),
      yearClass: z.number().int().min(1950, 'is before 1950').max(2200, 'has not come yet').nullable().default(null),
      sire: z.string().trim().max(40).optional(),
      dam: z.string().trim().max(40).optional(),
    })
    .refine((p) => !p.sire || p.sire !== p.dam, { path: ['dam'], error: 'cannot be the sire too' }),
  async handle(c, p) {
    const species = knownSpecies(p.species);
    const before =
      p.id === undefined
        ? undefined
        : ((await c.trx('brood_fish').where({ id: p.id, site_id: c.site.id }).first()) as FishRecord | undefined);
    if (p.id !== undefined && !before) throw new CommandRefused('noFish', 'There is no such brood fish here.', 'id');
    // Found as an ancestor before: now it stands here itself.
    const ancestor = (await c
      .trx('brood_fish')
      .where({ site_id: c.site.id, species: species.id, tag: p.tag, pedigree_only: true })
      .first()) as FishRecord | undefined;
    const own = before ?? ancestor;
    await unique(c, 'brood_fish', { site_id: c.site.id, species: species.id, tag: p.tag }, own?.id, 'a fish').catch(
      (e) => {
        if (e instanceof CommandRefused) throw new CommandRefused(e.code, `${p.tag} is known already.`, 'tag', e.todo);
        throw e;
      },
    );
    if (own && own.sex !== p.sex && own.sex !== 'unknown') await mustHaveNoOffspring(c, own);
    const sire = await parentOf(c, species.id, p.sire, 'male');
    const dam = await parentOf(c, species.id, p.dam, 'female');
    await mustBePedigree(c, species.id, {
      key: own?.tag ?? p.tag,
      id: p.tag,
      sire: p.sire || undefined,
      dam: p.dam || undefined,
    });
    const row = {
      species: species.id,
      tag: p.tag,
      sex: p.sex,
      marks: p.marks,
      strain: p.strain,
      source: p.source,
      origin: p.origin,
      came_on: p.cameOn,
      year_class: p.yearClass,
      sire_id: sire,
      dam_id: dam,
      pedigree_only: false,
    };
    const id = own?.id ?? ((await c.trx('brood_fish').insert({ ...row, site_id: c.site.id })) as [number])[0];
    if (own) await c.trx('brood_fish').where({ id }).update(row);
    await mustFitInTime(c, species.id, [p.tag]);
    return { id };
  },
});

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
    throw new CommandRefused('time', message, field ?? path, todo);
  };
  const thisYear = new Date(c.now).getUTCFullYear();
  const tomorrow = c.now + 86_400_000;
  for (let i = 0; i < tags.length; i += 500) {
    const some = tags.slice(i, i + 500);
    const early = (await fish()
      .whereIn('f.tag', some)
      .where((q) => q.where('f.came_on', '>', tomorrow).orWhere('f.year_class', '>', thisYear + 1))
      .first('f.tag', 'f.came_on')) as { tag: string; came_on: number | null } | undefined;
    if (early)
      early.came_on !== null && early.came_on > tomorrow
        ? refuse(`${early.tag} came on a day that is still to come.`, 'cameOn', 'Check the day and its year.')
        : refuse(`${early.tag} is of a year class that is still to come.`, 'yearClass', 'Check the year.');
    const older = (await fish()
      .join('brood_fish as p', (j) => j.on('p.id', 'f.sire_id').orOn('p.id', 'f.dam_id'))
      .whereRaw('f.year_class < p.year_class')
      .where((q) => q.whereIn('f.tag', some).orWhereIn('p.tag', some))
      .first({ tag: 'f.tag', year: 'f.year_class', parent: 'p.tag', parentYear: 'p.year_class' })) as
      | { tag: string; year: number; parent: string; parentYear: number }
      | undefined;
    if (older)
      refuse(
        `${older.tag} of ${older.year} would be older than ${older.parent} of ${older.parentYear}, its parent.`,
        'yearClass',
        'Check the years and the parents.',
      );
  }
}

/** The sex of a fish cannot change once it gave eggs or milt. */
async function mustHaveNoOffspring(c: Context, fish: FishRecord): Promise<void> {
  const child = (await c.trx('brood_fish').where({ sire_id: fish.id }).orWhere({ dam_id: fish.id }).first('tag')) as
    | { tag: string }
    | undefined;
  const family = (await c.trx('family as y').where({ 'y.female_id': fish.id }).modify(standing).first('y.label')) as
    | { label: string }
    | undefined;
  const found = child?.tag ?? family?.label;
  if (found)
    throw new CommandRefused(
      'sex',
      `${fish.tag} has offspring as a ${fish.sex} (${found}).`,
      'sex',
      'Put the parents right there first.',
    );
}
