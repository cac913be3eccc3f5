import { CalculationError } from '@/core/calculation';
import { type Animal, pedigreeOf } from '@/core/genetics/pedigree';
import { ActRefused } from '@/server/act/refused';
import { type Context, decides } from '@/server/context';
import { unique } from '@/server/names';
import { standing } from '@/store/families';
import { type FishRecord, mustFitInTime } from '../../fish';
import { saveFish } from './act';

export const decision = decides(saveFish, async (c, p) => {
  const species = await c.species(p.species);
  const before =
    p.id === undefined
      ? undefined
      : await c.trx('brood_fish').where({ id: p.id, site_id: c.site.id }).first<FishRecord | undefined>();
  if (p.id !== undefined && !before) throw new ActRefused('noFish', 'There is no such brood fish here.', 'id');
  // Found as an ancestor before: now it stands here itself.
  const ancestor = await c
    .trx('brood_fish')
    .where({ site_id: c.site.id, species: species.id, tag: p.tag, pedigree_only: true })
    .first<FishRecord | undefined>();
  const own = before ?? ancestor;
  await unique(c, 'brood_fish', { site_id: c.site.id, species: species.id, tag: p.tag }, own?.id, 'a fish').catch(
    (e) => {
      if (e instanceof ActRefused) throw new ActRefused(e.code, `${p.tag} is known already.`, 'tag', e.todo);
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
});

/** Refuses a parentage that makes a fish its own ancestor, or one fish a sire and a dam. */
async function mustBePedigree(c: Context, species: string, change: Animal & { key: string }): Promise<void> {
  const rows = await c
    .trx('brood_fish as f')
    .leftJoin('brood_fish as s', 's.id', 'f.sire_id')
    .leftJoin('brood_fish as d', 'd.id', 'f.dam_id')
    .where({ 'f.site_id': c.site.id, 'f.species': species })
    .select<{ tag: string; sire: string | null; dam: string | null }[]>('f.tag', { sire: 's.tag', dam: 'd.tag' });
  const animals = rows
    .filter((r) => r.tag !== change.key)
    .map((r): Animal => ({ id: r.tag, sire: r.sire ?? undefined, dam: r.dam ?? undefined }));
  try {
    pedigreeOf([...animals, { id: change.id, sire: change.sire, dam: change.dam }]);
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    throw new ActRefused('pedigree', `${e.says}.`, change.sire ? 'sire' : 'dam', 'Check the tags of the parents.');
  }
}

/** A parent by tag; one that is not known here becomes an ancestor known by the pedigree only. */
async function parentOf(
  c: Context,
  species: string,
  parent: string | undefined,
  sex: 'male' | 'female',
): Promise<number | null> {
  if (!parent) return null;
  const row = await c.trx('brood_fish').where({ site_id: c.site.id, species, tag: parent }).first();
  if (row && row.sex !== 'unknown' && row.sex !== sex)
    throw new ActRefused(
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

/** The sex of a fish cannot change once it gave eggs or milt. */
async function mustHaveNoOffspring(c: Context, fish: FishRecord): Promise<void> {
  const child = await c.trx('brood_fish').where({ sire_id: fish.id }).orWhere({ dam_id: fish.id }).first('tag');
  const family = await c
    .trx('family as y')
    .where({ 'y.female_id': fish.id })
    .modify(standing)
    .first<{ label: string } | undefined>('y.label');
  const found = child?.tag ?? family?.label;
  if (found)
    throw new ActRefused(
      'sex',
      `${fish.tag} has offspring as a ${fish.sex} (${found}).`,
      'sex',
      'Put the parents right there first.',
    );
}
