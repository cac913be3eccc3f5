import { type FishRow, parseFish, type Sex } from '@/core/brood/parseFish';
import { adultMassG } from '@/core/brood/plausible';
import { CalculationError } from '@/core/calculation';
import { pedigreeOf } from '@/core/genetics/pedigree';
import { plain } from '@/core/quantities/format';
import type { Species } from '@/core/species/species';
import { isoDay, startOfDay } from '@/core/time/localDay';
import { ActRefused } from '@/server/act/refused';
import { type Context, decides } from '@/server/context';
import { eventOf } from '@/server/when';
import type { Observation } from '@/store/books/record';
import { type FishRecord, mustFitInTime } from '../../fish';
import { importFish } from './act';
import { comparable, type FishChange, type ImportDid, takeBackFishImport } from './undo';

export const decision = decides(
  importFish,
  async (c, p) => {
    const event = eventOf(c, p);
    const species = await c.species(p.species);
    const fish = (await c.trx('brood_fish').where({ site_id: c.site.id, species: species.id })) as FishRecord[];
    const units = await c.trx('unit').where({ site_id: c.site.id, retired: false }).select('id', 'name');
    const rows = readRows(p, species, fish, units, Number(isoDay(c.now, c.site.timeZone).slice(0, 4)));
    mustBePedigree(rows, fish);
    const { ids, did } = await writeRows(c, species.id, rows, fish);
    await mustFitInTime(
      c,
      species.id,
      rows.map((r) => r.tag),
      'text',
    );
    const unitId = new Map(units.map((u) => [u.name, u.id]));
    const observations = rows.flatMap((r): Observation[] => {
      const of = { brood_fish_id: ids.get(r.tag)! };
      return [
        ...(r.massG === undefined ? [] : [{ kind: 'mass' as const, ...of, value: r.massG }]),
        ...(r.lengthMm === undefined ? [] : [{ kind: 'length' as const, ...of, value: r.lengthMm }]),
        ...(r.unit === undefined ? [] : [{ kind: 'stood' as const, ...of, unit_id: unitId.get(r.unit)! }]),
      ];
    });
    await c.record([
      {
        kind: 'fishImport',
        ...event,
        replacesSeq: c.replacing?.seq,
        // The file itself is not kept in the ledger: what it said of each fish is.
        intent: { species: species.id, fileName: p.fileName, count: rows.length, undo: did },
        acts: [],
        observations,
      },
    ]);
    const before = new Set(fish.map((f) => f.tag));
    return {
      fish: rows.length,
      added: rows.filter((r) => !before.has(r.tag)).length,
      ancestors: ids.size - new Set([...before, ...rows.map((r) => r.tag)]).size,
    };
  },
  takeBackFishImport,
);

/** Most fish of one file: twice the largest pedigree that Morula is held to. */
const MOST = 10_000;

function readRows(
  p: { text: string; locale: string },
  species: Species,
  fish: readonly FishRecord[],
  units: readonly { name: string }[],
  thisYear: number,
): FishRow[] {
  try {
    const file = parseFish(p.text, {
      locale: p.locale,
      known: new Map(fish.map((f) => [f.tag, f.sex as Sex])),
      units: new Set(units.map((u) => u.name)),
      massG: adultMassG(species),
      thisYear,
    });
    const first = file.problems[0];
    if (first)
      throw new ActRefused(
        'problems',
        `${file.problems.length} ${file.problems.length === 1 ? 'cell' : 'cells'} cannot be taken; the first: line ${first.line}, ${first.column} “${first.text}” ${first.why}.`,
        'text',
        'Correct them in the file, and choose it again.',
      );
    if (file.rows.length === 0) throw new ActRefused('empty', 'The file holds no fish.', 'text');
    if (file.rows.length > MOST)
      throw new ActRefused('tooMany', `More than ${plain(MOST)} fish at once.`, 'text', 'Split the file.');
    return file.rows;
  } catch (e) {
    if (e instanceof RangeError) throw new ActRefused('noTag', `${e.message}.`, 'text');
    throw e;
  }
}

/** The pedigree as it would stand with the file. */
function mustBePedigree(rows: readonly FishRow[], fish: readonly FishRecord[]): void {
  const tagOf = new Map(fish.map((f) => [f.id, f.tag]));
  const animals = new Map(
    fish.map((f) => [f.tag, { id: f.tag, sire: tagOf.get(f.sire_id ?? 0), dam: tagOf.get(f.dam_id ?? 0) }]),
  );
  for (const r of rows) {
    const known = animals.get(r.tag);
    animals.set(r.tag, { id: r.tag, sire: r.sire ?? known?.sire, dam: r.dam ?? known?.dam });
  }
  try {
    pedigreeOf([...animals.values()]);
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    throw new ActRefused('pedigree', `${e.says}.`, 'text', 'Check the parents in the file.');
  }
}

/** @returns id of every tag of the species, and what was made and changed */
async function writeRows(
  c: Context,
  species: string,
  rows: readonly FishRow[],
  fish: readonly FishRecord[],
): Promise<{ ids: Map<string, number>; did: ImportDid }> {
  const known = new Map(fish.map((f) => [f.tag, f]));
  const listed = new Set(rows.map((r) => r.tag));
  const ancestors = new Map<string, 'male' | 'female'>();
  for (const r of rows) {
    if (r.sire && !listed.has(r.sire) && !known.has(r.sire)) ancestors.set(r.sire, 'male');
    if (r.dam && !listed.has(r.dam) && !known.has(r.dam)) ancestors.set(r.dam, 'female');
  }
  const asSire = new Set(rows.map((r) => r.sire));
  const asDam = new Set(rows.map((r) => r.dam));
  const sexOf = (r: FishRow) =>
    r.sex && r.sex !== 'unknown'
      ? r.sex
      : asSire.has(r.tag)
        ? 'male'
        : asDam.has(r.tag)
          ? 'female'
          : (known.get(r.tag)?.sex ?? 'unknown');
  const base = { site_id: c.site.id, species };
  const fresh = [
    ...rows.filter((r) => !known.has(r.tag)).map((r) => ({ ...base, tag: r.tag, sex: sexOf(r), pedigree_only: false })),
    ...[...ancestors].map(([t, sex]) => ({ ...base, tag: t, sex, pedigree_only: true })),
  ];
  for (let i = 0; i < fresh.length; i += 500) await c.trx('brood_fish').insert(fresh.slice(i, i + 500));
  const ids = new Map((await c.trx('brood_fish').where(base).select('id', 'tag')).map((f) => [f.tag, f.id]));
  const full = rows.map((r) => {
    const was = known.get(r.tag) as (FishRecord & Record<string, unknown>) | undefined;
    return {
      ...base,
      id: ids.get(r.tag)!,
      tag: r.tag,
      sex: sexOf(r),
      strain: r.strain ?? was?.strain ?? '',
      source: r.source ?? was?.source ?? 'unknown',
      origin: r.origin ?? was?.origin ?? '',
      marks: r.marks ?? was?.marks ?? '',
      came_on: r.cameOn ? startOfDay(r.cameOn, c.site.timeZone) : (was?.came_on ?? null),
      year_class: r.yearClass ?? was?.year_class ?? null,
      sire_id: r.sire ? ids.get(r.sire)! : (was?.sire_id ?? null),
      dam_id: r.dam ? ids.get(r.dam)! : (was?.dam_id ?? null),
      pedigree_only: false,
    };
  });
  for (let i = 0; i < full.length; i += 500)
    await c
      .trx('brood_fish')
      .insert(full.slice(i, i + 500))
      .onConflict('id')
      .merge();
  const before = new Set(fish.map((f) => f.id));
  const changed = full.flatMap((f): FishChange[] => {
    const was = known.get(f.tag) as (FishRecord & Record<string, unknown>) | undefined;
    const fields = Object.fromEntries(
      Object.entries(f).flatMap(([k, is]) =>
        was && comparable(was[k]) !== comparable(is) ? [[k, [was[k], is] as [unknown, unknown]]] : [],
      ),
    );
    return Object.keys(fields).length > 0 ? [{ id: f.id, fields }] : [];
  });
  return { ids, did: { made: [...ids.values()].filter((id) => !before.has(id)), changed } };
}
