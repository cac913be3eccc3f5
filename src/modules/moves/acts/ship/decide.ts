import type { Amount } from '@/core/books/entry';
import { numberFrom } from '@/core/books/measure';
import { run } from '@/core/calculation';
import { calculation as eyedEggs, type ShippedAge } from '@/core/incubation/eyedShipping';
import { hatchOf } from '@/core/species/life';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { answered, ask, type Context, decides } from '@/server/context';
import { shortfall } from '@/server/questions';
import { said } from '@/server/stock/asks/said';
import { askEyes, askSensitive } from '@/server/stock/asks/sensitive';
import { queuePredictions } from '@/server/stock/jobs';
import { can, idsOf, type Standing, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { degreeDaysAt } from '@/store/lotWater';
import { SENSOR_OF_UNIT } from '@/store/waters';
import { late, shipEggs } from './act';

export const decision = decides(shipEggs, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['picked']);
  if (!(await can(c, at, 'picked')))
    throw new ActRefused('noEggs', `${at.unit.name} holds no eggs.`, 'unit', 'Check the unit.');
  if (!p.all && !p.measured)
    throw new ActRefused('howMany', 'How many?', 'measured', 'Give a number, or say that all are sent.');
  await askEyes(
    c,
    at,
    event.at,
    'unit',
    'Eggs travel when eyes show in nearly all that live: before that the journey kills them.',
  );
  await askSensitive(c, at, event.note, event.at, 'sending them');
  const age = await ageOf(c, at, event.at, p);
  if (age.left !== null && age.left <= 0)
    ask(c, late, {
      message: `They hatch on the way: ${Math.round(age.degreeDays!)} °C·d old, the first hatch is near ${Math.round(age.toFirstHatch!)} °C·d, the journey takes ${Math.round(age.onTheWay)}.`,
      path: 'hours',
      todo: 'Send them sooner, colder, or as larvae.',
      choices: [{ value: 'yes', label: 'They are sent all the same', why: 'the receiver knows' }],
    });
  const { meanG: _, ...measured } = p.measured
    ? numberFrom(p.measured)
    : { number: at.number, sd: 0, df: null, how: 'counted' as const, meanG: undefined };
  const amount: Amount = p.all
    ? { kind: 'all' }
    : { kind: 'number', ...measured, shortfall: answered(c, shortfall) === 'yes' };
  await c.record([
    {
      kind: 'eggShipment',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, age },
      acts: [{ act: 'lose', account: 'sold', from: at.place, amount }],
      observations: [{ kind: 'shipped', ...idsOf(at), value: measured.number }],
    },
  ]);
  await queuePredictions(c, [at.lot.id]);
  return { lot: at.lot.name, unit: at.unit.name, number: said(measured).text, age };
});

type Journey = { hours: number; boxCelsius: number; outsideCelsius?: number; wallWattPerKelvin?: number };

async function ageOf(c: Context, at: Standing, when: number, j: Journey): Promise<ShippedAge> {
  const onTheWay = (j.boxCelsius * j.hours) / 24;
  const none: ShippedAge = {
    days: null,
    degreeDays: null,
    toFirstHatch: null,
    onTheWay,
    left: null,
    iceKg: null,
    warnings: [],
  };
  const fertilisedAt = at.lot.fertilised_at;
  if (fertilisedAt === null) return none;
  const days = (when - fertilisedAt) / DAY_MS;
  const row = await c
    .trx('unit as u')
    .where('u.id', at.unit.id)
    .first<{ sensor: number | null }>(c.trx.raw(`${SENSOR_OF_UNIT} AS sensor`));
  if (row.sensor === null) return { ...none, days };
  const hatch = await c
    .trx('prediction')
    .where({ lot_id: at.lot.id, sensor_id: row.sensor, milestone: hatchOf(await c.species(at.lot.species))?.id ?? '' })
    .first('first_at', 'low', 'at');
  const first = hatch?.first_at ?? hatch?.low ?? hatch?.at ?? null;
  const sums = await degreeDaysAt(
    c.trx,
    { id: at.lot.id, fertilisedAt },
    row.sensor,
    [when, ...(first === null ? [] : [first])],
    c.now,
  );
  if (!sums) return { ...none, days };
  const [degreeDays, toFirstHatch = null] = sums;
  if (toFirstHatch === null) return { ...none, days, degreeDays: degreeDays! };
  const left = toFirstHatch - degreeDays! - onTheWay;
  const known = { ...none, days, degreeDays: degreeDays!, toFirstHatch, left };
  if (j.outsideCelsius === undefined || j.wallWattPerKelvin === undefined || degreeDays! <= 0 || left <= -onTheWay)
    return known;
  const o = run(eyedEggs, {
    degreeDaysNow: degreeDays!,
    degreeDaysToFirstHatch: toFirstHatch,
    hours: j.hours,
    boxCelsius: j.boxCelsius,
    outsideCelsius: j.outsideCelsius,
    wallWattPerKelvin: j.wallWattPerKelvin,
  });
  return { ...known, iceKg: o.iceKg, warnings: o.warnings ?? [] };
}
