import type { Place } from '@/core/books/accounts';
import { type BookState, numbersAt } from '@/core/books/state';
import { Z95 } from '@/core/quantities/interval';
import { type Capability, capabilitiesOf } from '@/core/species/capabilities';
import { stageOf } from '@/core/species/species';
import { ActRefused } from '@/server/act/refused';
import { type Context, choose } from '@/server/context';
import type { HoldingRow } from '@/store/books/rows';
import { currentState, keyOfRow, lastPointsBefore, stateBefore } from '@/store/books/stateOf';

export type UnitRow = {
  id: number;
  site_id: number;
  room_id: number;
  name: string;
  kind: string;
  shared: number;
  load_limit: number | null;
  retired: number;
  sensor_id: number | null;
  volume_l: number | null;
};

export type LotRow = {
  id: number;
  name: string;
  species: string;
  season: string;
  grade: string;
  fertilised_at: number | null;
  started_at: number;
};

export type Standing = { holding: HoldingRow; unit: UnitRow; lot: LotRow; number: number; sd: number; place: Place };

export async function unitById(c: Context, id: number, path = 'unit'): Promise<UnitRow> {
  const unit = await c.trx('unit').where({ id, site_id: c.site.id }).first<UnitRow | undefined>();
  if (!unit) throw new ActRefused('noUnit', 'There is no such unit here.', path, 'Choose one of the list.');
  return unit;
}

export const UNIT = [
  'id',
  'site_id',
  'room_id',
  'name',
  'kind',
  'shared',
  'load_limit',
  'retired',
  'sensor_id',
  'volume_l',
] as const;

export const LOT = ['name', 'species', 'season', 'grade', 'fertilised_at', 'started_at'] as const;

/**
 * What stood in a unit at an instant: holdings with animals in them then, or, when none had any, those not declared
 * empty. Narrowed by lot and stage where given. One statement as a rule: every pick waits for it. While an entry is
 * being replaced, its holdings are seen as they would have stood without it.
 */
export async function standingsIn(
  c: Context,
  unitId: number,
  at: number,
  only: { lotId?: number; stage?: string } = {},
): Promise<Standing[]> {
  const without = c.replacing?.without;
  const rows = await c
    .trx('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .where('h.unit_id', unitId)
    .where('u.site_id', c.site.id)
    .whereNotNull('h.opened_at')
    .where('h.opened_at', '<=', at)
    .modify((q) => {
      if (only.lotId !== undefined) q.where('h.lot_id', only.lotId);
      if (only.stage !== undefined) q.where('h.stage', only.stage);
      // What was emptied before the instant cannot stand there; most of a unit's history falls away here.
      q.where((b) => {
        b.where('h.number', '>', 0).orWhere('h.last_order_at', '>=', at).orWhereNull('h.closed_at');
        if (without && without.rows.size > 0) b.orWhereIn('h.id', [...without.rows.keys()]);
      });
    })
    .select<(HoldingRow & Record<string, unknown>)[]>(
      'h.*',
      ...LOT.map((k) => `t.${k} as lot_${k}`),
      ...UNIT.map((k) => `u.${k} as unit_${k}`),
    );
  for (const r of rows) c.holdings.set(keyOfRow(r), r);
  const part = <T>(r: Record<string, unknown>, prefix: string, keys: readonly string[]) =>
    Object.fromEntries(keys.map((k) => [k, r[`${prefix}_${k}`]])) as T;
  const past = rows.filter((r) => r.last_order_at > at);
  const points =
    past.length === 0
      ? new Map()
      : await lastPointsBefore(
          c.trx,
          past.map((r) => r.id),
          at + 1,
        );
  const standings = rows.flatMap((r): (Standing & { closed: boolean })[] => {
    const then = without?.rows.has(r.id)
      ? seenWithout(without.state, r, at)
      : r.last_order_at > at
        ? points.get(r.id)
        : r;
    if (!then) return [];
    return [
      {
        holding: r,
        unit: part<UnitRow>(r, 'unit', UNIT),
        lot: { id: r.lot_id, ...part<Omit<LotRow, 'id'>>(r, 'lot', LOT) },
        number: then.number,
        sd: then.sd,
        closed: then.closed_at !== null,
        place: { lot: String(r.lot_id), unit: String(r.unit_id), stage: r.stage },
      },
    ];
  });
  const withAnimals = standings.filter((s) => s.number > 0);
  const open = withAnimals.length > 0 ? withAnimals : standings.filter((s) => !s.closed);
  return open.sort((a, b) => b.number - a.number);
}

export function seenWithout(state: BookState, r: HoldingRow, at: number) {
  const key = keyOfRow(r);
  const h = state.holdings.get(key);
  return h && { number: h.number, sd: numbersAt(key, h, at, state.sources).sd, closed_at: h.closedAt };
}

/** Whether any of these is done with what stands there. */
export async function can(c: Context, s: Standing, ...any: readonly Capability[]): Promise<boolean> {
  if (any.length === 0) return false;
  const of = capabilitiesOf(stageOf(await c.species(s.lot.species), s.place.stage));
  return any.some((x) => of.includes(x));
}

/** What an observation of it is about. */
export const idsOf = (s: Standing) => ({ holding_id: s.holding.id, unit_id: s.unit.id, lot_id: s.lot.id });

/** A number that was found, with its interval, as an observation tells it. */
export const seenNumber = (c: { number: number; sd: number }) => ({
  value: c.number,
  low: c.number - Z95 * c.sd,
  high: c.number + Z95 * c.sd,
});

/** The stage of what stands, as its species names it. */
export const stageName = async (c: Context, s: Standing): Promise<string> =>
  stageOf(await c.species(s.lot.species), s.place.stage).name;

/** What the books said of a holding at an instant: in the unit, alive, and the sd of both. */
export async function booksOf(c: Context, holding: HoldingRow, at: number) {
  const without = c.replacing?.without;
  const state = without?.rows.has(holding.id)
    ? without.state
    : holding.last_order_at <= at
      ? await currentState(c.trx, [holding])
      : await stateBefore(c.trx, [holding], at + 1);
  const key = keyOfRow(holding);
  return numbersAt(key, state.holdings.get(key)!, at, state.sources);
}

/**
 * The one holding of a unit that an act means. `usual` is what is done with the animals that it is usually about (a pick:
 * what is picked); among several that remain the user is asked.
 */
export async function standing(
  c: Context,
  unitId: number,
  at: number,
  only: { lotId?: number; stage?: string } = {},
  usual: readonly Capability[] = [],
  path = 'unit',
): Promise<Standing> {
  const found = await standingsIn(c, unitId, at, only);
  if (found.length === 1) return found[0]!;
  const unit = found[0]?.unit ?? (await unitById(c, unitId, path));
  if (found.length === 0) {
    const ever = await c.trx('holding').where({ unit_id: unitId }).whereNotNull('opened_at').first('id');
    throw new ActRefused(
      'nothingThere',
      ever ? `Nothing stood in ${unit.name} then.` : `Nothing has been put into ${unit.name} yet.`,
      path,
      'Check the unit and the time.',
    );
  }
  const meant: Standing[] = [];
  for (const s of found) if (await can(c, s, ...usual)) meant.push(s);
  if (meant.length === 1) return meant[0]!;
  const lots = new Set(found.map((s) => s.lot.id));
  if (lots.size > 1)
    choose(c, 'lotId', {
      message: `Several lots stand in ${unit.name}.`,
      path: 'lotId',
      todo: 'Say which one.',
      choices: found.map((s) => ({ value: String(s.lot.id), label: s.lot.name })),
    });
  choose(c, 'stage', {
    message: `Animals of several stages stand in ${unit.name}.`,
    path: 'stage',
    todo: 'Say which ones.',
    choices: await Promise.all(found.map(async (s) => ({ value: s.place.stage, label: await stageName(c, s) }))),
  });
}
