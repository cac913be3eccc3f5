import { criterionWords } from '@/core/feeding/criterionWords';
import { ask, type Context } from '@/server/context';
import { notTaken } from '@/server/questions';
import type { Standing, UnitRow } from '@/server/stock/standing';
import { SENSOR_OF_UNIT } from '@/store/waters';
import { type LarvaeAt, larvaeNow } from './larvae';

/** What is known of larvae that stand somewhere, on their way to their first food; undefined of any others. */
export async function larvaeAt(c: Context, at: Standing, when: number): Promise<LarvaeAt | undefined> {
  const species = await c.species(at.lot.species);
  const water = await c
    .trx('unit as u')
    .where('u.id', at.unit.id)
    .first<{ sensor: number | null }>(c.trx.raw(`${SENSOR_OF_UNIT} AS sensor`));
  const known = await larvaeNow(c.trx, { siteId: c.site.id }, when, [
    {
      holdingId: at.holding.id,
      lotId: at.lot.id,
      unitId: at.unit.id,
      species: species.id,
      station: species.stages.find((s) => s.id === at.holding.stage)?.station ?? 'fry',
      number: at.holding.number,
      sensorId: water.sensor,
      openedAt: at.holding.opened_at ?? when,
    },
  ]);
  return known.get(at.holding.id);
}

/**
 * Before they leave where they were started: fed, and nobody has declared yet that they eat. What is wanted for that is
 * said, and who decides otherwise stands in the books with it.
 */
export async function askTaken(
  c: Context,
  from: readonly Standing[],
  to: readonly UnitRow[],
  when: number,
  path = 'to',
): Promise<void> {
  const says: string[] = [];
  for (const s of from) {
    if (to.every((u) => u.id === s.unit.id)) continue;
    const l = await larvaeAt(c, s, when);
    if (!l?.food || l.taken) continue;
    const open = l.criteria.filter((x) => x.met !== true).map((x) => criterionWords(x, l));
    says.push(`${s.unit.name}: ${open.length > 0 ? open.join('; ') : 'all that is wanted is met, and nobody said so'}`);
  }
  if (says.length === 0) return;
  ask(c, notTaken, {
    message: `That they eat was not declared. ${says.join('. ')}.`,
    path,
    todo: 'Look at their guts an hour after a meal, count the dead, and declare that feeding is taken first.',
    choices: [{ value: 'meant', label: 'They leave all the same', why: 'say in the note what you saw: you decide it' }],
  });
}
