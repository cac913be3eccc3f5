import { codeOf, type Label } from '@/core/labels/label';
import { grouped } from '@/core/quantities/format';
import { clock, dayMonth } from '@/core/time/localDay';
import type { BroodFish } from '@/modules/brood/views/brood';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { dayView } from './day';

/**
 * Labels for the containers of a spawning day's donors: whose eggs or milt, of what strain, taken when. Printed before
 * the fish are caught they leave the time to be written in.
 */
export async function gameteLabels(
  db: Db,
  siteId: number,
  day: number,
  o: { origin: string; timeZone: string; now: number },
): Promise<Label[]> {
  const view = await dayView(db, { siteId }, day, o.now);
  if (!view) return [];
  const one = (f: BroodFish, what: 'eggs' | 'milt', at: number | undefined): Label => ({
    unit: f.tag,
    lot: what,
    lines: [
      [view.book.name, f.strain].filter(Boolean).join(', '),
      at === undefined ? 'taken            at        : ' : `taken ${dayMonth(at, o.timeZone)} ${clock(at, o.timeZone)}`,
      [f.source === 'wild' && f.origin, view.name].filter(Boolean).join(', '),
      `code ${codeOf(f.id)}`,
    ],
    address: `${o.origin}/brood?species=${view.book.id}&show=here&fish=${f.id}`,
  });
  return [
    ...view.females.map((f) => one(f.fish, 'eggs', f.strips.at(-1)?.at)),
    ...view.males.map((m) => one(m.fish, 'milt', m.milts.at(-1)?.at)),
  ];
}

/**
 * Labels for the units in which a lot stands: unit, lot, species, parents, number, when it was fertilised, and a code
 * that leads to the lot on this hatchery's own Morula.
 * @param origin address under which Morula is reached, such as http://192.168.1.5:4180
 */
export async function lotLabels(
  db: Db,
  siteId: number,
  lotId: number,
  o: { origin: string; timeZone: string },
): Promise<Label[]> {
  const [lot, units, families, book] = await Promise.all([
    db('lot').where({ id: lotId, site_id: siteId }).first('id', 'name', 'species', 'fertilised_at'),
    db('holding as h')
      .join('unit as u', 'u.id', 'h.unit_id')
      .where({ 'h.lot_id': lotId, 'h.site_id': siteId })
      .where('h.number', '>', 0)
      .orderBy(['u.room_id', 'u.place_y', 'u.place_x', 'u.id'])
      .select<{ name: string; number: number; stage: string }[]>('u.name', 'h.number', 'h.stage'),
    db('lot_share as s')
      .joinRaw('JOIN family AS f ON s.family = CAST(f.id AS CHAR)')
      .leftJoin('brood_fish as b', 'b.id', 'f.female_id')
      .where({ 's.lot_id': lotId })
      .whereNull('s.superseded_seq')
      .orderBy('s.share', 'desc')
      .select<{ tag: string | null; label: string; males: string }[]>('b.tag', 'f.label', 'f.males'),
    speciesBook(db, siteId),
  ]);
  if (!lot) return [];
  const species = book.get(lot.species);
  const females = [...new Set(families.map((f) => f.tag ?? f.label))];
  const males = [...new Set(families.flatMap((f) => fromJson<{ tag: string }[]>(f.males).map((m) => m.tag)))];
  const few = (list: readonly string[]) =>
    list.length <= 3 ? list.join(' ') : `${list.slice(0, 2).join(' ')} +${list.length - 2}`;
  return units.map((u) => ({
    unit: u.name,
    lot: lot.name,
    lines: [
      species?.name ?? lot.species,
      females.length > 0 ? `${few(females)}${males.length > 0 ? ` × ${few(males)}` : ''}` : 'parents not known',
      `${grouped(u.number)} ${species?.stages.find((s) => s.id === u.stage)?.name ?? u.stage}${lot.fertilised_at ? `, fertilised ${dayMonth(lot.fertilised_at, o.timeZone)}` : ''}`,
      `code ${codeOf(lot.id)}`,
    ],
    address: `${o.origin}/lots/${lot.id}`,
  }));
}
