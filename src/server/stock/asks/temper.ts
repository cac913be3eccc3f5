import { run } from '@/core/calculation';
import { degrees, degreesApart } from '@/core/quantities/format';
import { stepBorne } from '@/core/species/life';
import { type Species, stageOf } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { HOUR_MS } from '@/core/time/spans';
import { temper } from '@/core/water/mixing';
import { answered, ask, type Context } from '@/server/context';
import { tempered } from '@/server/questions';
import { can, type Standing, type UnitRow } from '@/server/stock/standing';
import { SENSOR_OF_UNIT } from '@/store/waters';

/** How old a reading may be to say what a unit's water is. */
const HOLDS_MS = 24 * HOUR_MS;

/** The last temperature of a unit's water within a day before an instant; null where none was read. */
async function celsiusOf(c: Context, unitId: number, at: number): Promise<number | null> {
  const row = await c
    .trx('reading as x')
    .join('unit as u', 'u.id', c.trx.raw('?', [unitId]))
    .where('x.sensor_id', c.trx.raw(SENSOR_OF_UNIT))
    .whereBetween('x.at', [at - HOLDS_MS, at])
    .where('x.struck', false)
    .orderBy('x.at', 'desc')
    .first<{ value: number } | undefined>('x.value');
  return row?.value ?? null;
}

/**
 * Eggs and yolk-sac larvae that go to a water further off than their species bears at once: asked about, with the
 * schedule. Nothing is asked where either water was not read within a day.
 */
export async function askTempered(c: Context, from: Standing, to: UnitRow, at: number, path = 'to'): Promise<void> {
  if (answered(c, tempered) || !(await can(c, from, 'picked', 'ponded'))) return;
  const most = stepBorne(await c.species(from.lot.species));
  if (most === null) return;
  const [here, there] = [await celsiusOf(c, from.unit.id, at), await celsiusOf(c, to.id, at)];
  if (here === null || there === null) return;
  await askOfSteps(c, { name: from.unit.name, celsius: here }, { name: to.name, celsius: there }, most, path);
}

/**
 * Eggs or fish that come from elsewhere into a water further off than they bear at once.
 * @returns the temperature of the unit's water; null where it was not read within a day
 */
export async function askTemperedIn(
  c: Context,
  came: { species: Species; stage: string; celsius: number },
  to: UnitRow,
  at: number,
): Promise<number | null> {
  const there = await celsiusOf(c, to.id, at);
  if (there === null || answered(c, tempered)) return there;
  const { station } = stageOf(came.species, came.stage);
  const young = station === 'eggs' || station === 'yolksac';
  const most = (young ? stepBorne(came.species) : null) ?? thresholds.releaseStep.value;
  const from = { name: 'The water in which they came', celsius: came.celsius };
  await askOfSteps(c, from, { name: to.name, celsius: there }, most, 'cameCelsius');
  return there;
}

/** Fish that are let go into a water further off than they bear at once, where both are known. */
export async function askTemperedOut(
  c: Context,
  from: Standing,
  to: { name: string; celsius: number | undefined },
  at: number,
): Promise<void> {
  if (answered(c, tempered) || to.celsius === undefined) return;
  const species = await c.species(from.lot.species);
  const own = species.limits.find((l) => l.what === 'temperature step' && l.stage === from.place.stage)?.high;
  const here = await celsiusOf(c, from.unit.id, at);
  if (here === null) return;
  await askOfSteps(
    c,
    { name: from.unit.name, celsius: here },
    { name: to.name, celsius: to.celsius },
    own ?? thresholds.releaseStep.value,
    'waterCelsius',
  );
}

type Water = { name: string; celsius: number };

/** Refuses a change of water beyond what is borne at once, with the schedule of steps. */
async function askOfSteps(c: Context, from: Water, to: Water, most: number, path: string): Promise<void> {
  if (Math.abs(from.celsius - to.celsius) <= most) return;
  const reader = await c.trx('person').where({ id: c.actor.id }).first('units');
  const us = reader?.units === 'us';
  const o = run(temper, {
    fromCelsius: from.celsius,
    toCelsius: to.celsius,
    maxStepCelsius: most,
    minutesPerStep: thresholds.temperMinutes.value,
  });
  ask(c, tempered, {
    message: `${from.name} stands at ${degrees(from.celsius, us)} and ${to.name} at ${degrees(to.celsius, us)}: more than the ${degreesApart(most, us)} that they bear at once.`,
    path,
    todo: `Temper them first: ${o.steps.length} steps, ${Math.round(o.totalMinutes)} minutes.`,
    choices: [
      { value: 'tempered', label: 'They were tempered, step by step' },
      { value: 'emergency', label: 'It is an emergency', why: 'the shock is the lesser harm' },
    ],
  });
}
