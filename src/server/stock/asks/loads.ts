import { grouped, plain } from '@/core/quantities/format';
import { valueNamed } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context } from '@/server/context';
import { overload, withBrood } from '@/server/questions';
import { askBeside } from '@/server/stock/asks/beside';
import type { UnitRow } from '@/server/stock/standing';
import { mustNotBeWithheld } from '@/server/stock/treated/withheldPond';
import { broodByUnit } from '@/store/broodIn';

/** What comes into a unit, less what leaves it by the same act: how many, of which species, at which stage. */
export type Load = { unit: UnitRow; adds: number; species: string; stage: string; meanG?: number | null };

/**
 * Asked before something is put into a unit: above the limit that the manager set for it, and beside brood fish. What no
 * unit can hold is refused: many times its limit, more eggs than go into its volume, feeding fish in a jar or a tray.
 */
export async function warnLoads(c: Context, loads: readonly Load[], path = 'to'): Promise<void> {
  const brood = loads.length > 0 ? await broodByUnit(c.trx, c.site.id) : new Map<number, string[]>();
  for (const { unit, adds, species: id, stage, meanG = null } of loads) {
    const species = await c.species(id);
    await mustFit(unit, Math.max(0, adds), species, stage, path);
    if (unit.kind === 'pond' && adds > 0) {
      await mustNotBeWithheld(c, unit, c.now, path);
      await askBeside(c, unit, { species: id, meanG }, path);
    }
    const row = await c
      .trx('holding')
      .where({ unit_id: unit.id })
      .sum('number as n')
      .first<{ n: string | number | null } | undefined>();
    const there = Number(row?.n ?? 0) - (await broughtByReplaced(c, unit.id));
    const after = there + adds;
    if (unit.load_limit !== null && after > thresholds.absurdLoad.value * unit.load_limit)
      throw new ActRefused(
        'cannotHold',
        `${unit.name} would hold ${grouped(after)}, more than ${thresholds.absurdLoad.value} times its limit of ${grouped(unit.load_limit)}.`,
        path,
        'Check the number and the unit; where it can hold that many, the manager sets its limit first.',
      );
    if (unit.load_limit !== null && after > unit.load_limit)
      ask(c, overload, {
        message: `${unit.name} would hold ${grouped(after)}; its limit is ${grouped(unit.load_limit)}.`,
        path,
        todo: 'Choose another unit, or put fewer there.',
        choices: [
          { value: 'yes', label: `Put them into ${unit.name} all the same`, why: 'crowding costs oxygen first' },
        ],
      });
    const tags = brood.get(unit.id);
    if (tags && adds > 0)
      ask(c, withBrood, {
        message: `Brood fish stand in ${unit.name}: ${tags.slice(0, 5).join(', ')}${tags.length > 5 ? ` and ${tags.length - 5} more` : ''}.`,
        path,
        todo: 'Choose another unit, or move them out first: they eat what is small.',
        choices: [{ value: 'yes', label: 'Put them in beside the brood fish', why: 'parted by a net, or meant' }],
      });
  }
}

const INCUBATORS = ['jar', 'tray', 'frame'];

async function mustFit(
  unit: UnitRow,
  adds: number,
  species: Awaited<ReturnType<Context['species']>>,
  stage: string,
  path: string,
): Promise<void> {
  const station = species.stages.find((s) => s.id === stage)?.station;
  if (INCUBATORS.includes(unit.kind) && station === 'fingerlings')
    throw new ActRefused(
      'cannotHold',
      `${unit.name} is a ${unit.kind}: ${species.stages.find((s) => s.id === stage)!.name} do not live in it.`,
      path,
      'Choose a tank.',
    );
  const diameter = valueNamed(species, 'hardened egg diameter')?.value;
  if (station !== 'eggs' || diameter === undefined || unit.volume_l === null) return;
  const litres = (adds * Math.PI * diameter ** 3) / 6 / 1e6 / thresholds.leastPacking.value;
  if (litres > 1.5 * unit.volume_l)
    throw new ActRefused(
      'cannotHold',
      `${grouped(adds)} eggs of ${plain(diameter)} mm fill some ${plain(Number(litres.toPrecision(2)))} L; ${unit.name} has ${plain(unit.volume_l)} L.`,
      path,
      'Check the number and the unit.',
    );
}

/** What an entry that is being replaced brought into a unit: it goes out again with the entry. */
async function broughtByReplaced(c: Context, unitId: number): Promise<number> {
  if (!c.replacing) return 0;
  const row = await c
    .trx('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .where({ 'p.entry_seq': c.replacing.seq, 'p.account': 'holding', 'h.unit_id': unitId })
    .whereNull('p.superseded_seq')
    .sum('p.delta as n')
    .first<{ n: string | number | null } | undefined>();
  return Math.max(0, Number(row?.n ?? 0));
}
