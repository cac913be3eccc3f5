import type { Species } from '@/core/species/species';
import { isoDay, startOfDay } from '@/core/time/localDay';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context } from '@/server/context';
import { otherKind } from '@/server/questions';

/** Season of an instant: `2031/32` when seasons start in autumn, `2031` when they start in January. */
export function seasonOf(at: number, timeZone: string, startsMonth: number): string {
  const [year, month] = isoDay(at, timeZone).split('-').map(Number) as [number, number];
  if (startsMonth === 1) return String(year);
  const first = month >= startsMonth ? year : year - 1;
  return `${first}/${String((first + 1) % 100).padStart(2, '0')}`;
}

/** The instants between which a season of `seasonOf` lies. */
export function seasonSpan(season: string, timeZone: string, startsMonth: number): { from: number; to: number } {
  const year = Number(season.slice(0, 4));
  const start = (y: number) => startOfDay(`${y}-${String(startsMonth).padStart(2, '0')}-01`, timeZone);
  return { from: start(year), to: start(year + 1) };
}

/** Fills the site's pattern: {code} {yy} {yyyy} {season} {n} {nn} {nnn}. */
export function lotName(pattern: string, species: Species, season: string, number: number): string {
  return pattern
    .replaceAll('{code}', species.code)
    .replaceAll('{season}', season)
    .replaceAll('{yyyy}', season.slice(0, 4))
    .replaceAll('{yy}', season.slice(2, 4))
    .replace(/\{(n+)\}/g, (_, n: string) => String(number).padStart(n.length, '0'));
}

export async function nextId(c: Context, table: 'lot' | 'family'): Promise<number> {
  const row = await c.trx(table).max('id as id').first<{ id: number | null } | undefined>();
  return (row?.id ?? 0) + 1;
}

/**
 * Makes the row of a new lot (its animals come by the entry that follows) under the name asked for, or the next one of
 * the site's pattern. While an entry is being replaced, the lot that the original made is used again.
 */
export async function newLot(
  c: Context,
  lot: { species: Species; at: number; name?: string; grade?: string; fertilisedAt?: number | null },
): Promise<{ id: number; name: string; season: string }> {
  const again = c.replacing ? takeMade(c.replacing.lots, lot.grade ?? '') : undefined;
  const season = seasonOf(lot.at, c.site.timeZone, c.site.seasonStartsMonth);
  let name = lot.name?.trim();
  if (again) {
    const row = await c.trx('lot').where({ id: again.id }).first<{ name: string }>('name');
    if (name && name !== row.name) await nameIsFree(c, name);
    await c
      .trx('lot')
      .where({ id: again.id })
      .update({
        name: name || row.name,
        species: lot.species.id,
        season,
        grade: lot.grade ?? '',
        started_at: lot.at,
        fertilised_at: lot.fertilisedAt ?? null,
      });
    return { id: again.id, name: name || row.name, season };
  }
  if (name) {
    await nameIsFree(c, name);
  } else {
    const taken = new Set(
      await c.trx('lot').where({ site_id: c.site.id, species: lot.species.id, season, grade: '' }).pluck('name'),
    );
    let n = taken.size + 1;
    do name = lotName(c.site.lotPattern, lot.species, season, n++);
    while (taken.has(name) || (n < 5000 && (await c.trx('lot').where({ site_id: c.site.id, name }).first('id'))));
  }
  const id = await nextId(c, 'lot');
  await c.trx('lot').insert({
    id,
    site_id: c.site.id,
    name,
    species: lot.species.id,
    season,
    grade: lot.grade ?? '',
    started_at: lot.at,
    fertilised_at: lot.fertilisedAt ?? null,
  });
  return { id, name, season };
}

/** A name for a part of a lot: with a number behind it where a lot is called so already. */
export async function freeLotName(c: Context, wanted: string): Promise<string> {
  const base = wanted.slice(0, 36);
  for (let n = 1; ; n++) {
    const free = n === 1 ? base : `${base}${n}`;
    if (!(await c.trx('lot').where({ site_id: c.site.id, name: free }).first('id'))) return free;
  }
}

async function nameIsFree(c: Context, name: string): Promise<void> {
  if (await c.trx('lot').where({ site_id: c.site.id, name }).first('id'))
    throw new ActRefused('lotExists', `There is a lot ${name} already.`, 'lotName', 'Give another name.');
}

/** The lot of the replaced entry that this one stands for: that of the same grade, else the first left over. */
function takeMade(lots: { id: number; grade: string }[], grade: string): { id: number } | undefined {
  const i = Math.max(
    0,
    lots.findIndex((l) => l.grade === grade),
  );
  return lots.splice(i, 1)[0];
}

export type ParentRow = { id: number; tag: string; strain: string };

/**
 * Brood fish by tag; one that is new here is known by this take only, until somebody enters it among the brood. A tag
 * that only a fish of another species bears is asked about: it was read or chosen wrong.
 */
export async function broodFish(
  c: Context,
  species: string,
  sex: 'female' | 'male',
  tags: readonly string[],
): Promise<Map<string, ParentRow>> {
  const known = new Map<string, ParentRow>();
  for (const tag of tags) {
    const rows = (await c.trx('brood_fish').where({ site_id: c.site.id, tag })) as (ParentRow & {
      species: string;
      sex: string;
      pedigree_only: number;
    })[];
    const row = rows.find((r) => r.species === species);
    if (row && row.sex !== 'unknown' && row.sex !== sex)
      throw new ActRefused('sex', `${tag} stands in the books as a ${row.sex}.`, `${sex}s`, 'Check the tag.');
    const other = rows.find((r) => !r.pedigree_only);
    if (!row && other)
      ask(c, otherKind, {
        message: `${tag} is a ${(await c.species(other.species)).name} in the books, no ${(await c.species(species)).name}.`,
        path: `${sex}s`,
        todo: 'Check the tag and the species.',
        choices: [{ value: 'another', label: `This ${tag} is another fish`, why: 'it is known by this take only' }],
      });
    if (row) known.set(tag, { id: row.id, tag, strain: row.strain });
    else {
      const [id] = (await c
        .trx('brood_fish')
        .insert({ site_id: c.site.id, species, tag, sex, pedigree_only: true })) as [number];
      known.set(tag, { id, tag, strain: '' });
    }
  }
  return known;
}
