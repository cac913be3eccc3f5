import { z } from 'zod';
import { WATER_CELSIUS } from '@/core/development/model';
import { decimals, plain } from '@/core/quantities/format';
import { defineCommand } from './define';
import { predictAllOn, sensorById } from './readings';
import { CommandRefused } from './refused';

const celsius = z
  .number()
  .min(WATER_CELSIUS.low, 'is colder than water gets')
  .max(WATER_CELSIUS.high, 'is hotter than eggs bear: typed in another unit?');

/**
 * Puts a temperature programme in force on a water: the dates of all that stand in it follow its set points from now on.
 * The one before it ends. It changes no valve: somebody, or a controller, sets the water.
 */
export const saveProgramme = defineCommand({
  type: 'programme.save',
  roles: ['manager', 'culturist'],
  schema: z.object({
    sensor: z.number().int(),
    lot: z.number().int(),
    stage: z.string(),
    targetAt: z.number().int(),
    notBefore: z.number().int().optional(),
    points: z
      .array(z.object({ at: z.number().int(), celsius }))
      .min(2, 'needs two set points at least')
      .max(2000, 'has too many set points'),
    energyKwh: z.number().min(0),
    asked: z.record(z.string(), z.json()).default({}),
    /** Set points beyond the Book's limits, or steps beyond its pace. */
    beyond: z.literal('meant').optional(),
  }),
  async handle(c, p) {
    const sensor = await sensorById(c, p.sensor);
    if (sensor.kind !== 'temperature')
      throw new CommandRefused('sensorKind', `${sensor.name} measures no temperature.`, 'sensor', 'Choose another.');
    const lot = (await c.trx('lot').where({ id: p.lot, site_id: c.site.id }).first('id', 'name', 'species')) as
      | { id: number; name: string; species: string }
      | undefined;
    if (!lot) throw new CommandRefused('noLot', 'There is no such lot.', 'lot');
    if (p.points.some((x, i) => i > 0 && x.at <= p.points[i - 1]!.at))
      throw new CommandRefused('order', 'The set points are not in order of time.', 'points');
    if (p.points.at(-1)!.at <= c.now)
      throw new CommandRefused('past', 'All of it lies in the past.', 'points', 'Work it anew from today.');
    const species = await c.species(lot.species);
    const bears = species.limits.find((l) => l.what === 'temperature' && l.stage === 'egg');
    const out = p.points.find((x) => (bears?.low ?? -9) > x.celsius + 0.01 || (bears?.high ?? 99) < x.celsius - 0.01);
    if (out && !p.beyond)
      throw new CommandRefused(
        'beyond',
        `${decimals(out.celsius, 1)} °C lies outside what the Book gives for ${species.name} eggs, ${plain(bears!.low!)} to ${plain(bears!.high!)} °C.`,
        'points',
        'Drag it back, or say that it is meant.',
        { field: 'beyond', choices: [{ value: 'meant', label: 'It is meant' }] },
      );
    await c
      .trx('programme')
      .where({ sensor_id: sensor.id, ended_at: null })
      .update({ ended_at: c.now, ended_by: c.actor.id, why_ended: 'another took its place' });
    const [id] = (await c.trx('programme').insert({
      site_id: c.site.id,
      sensor_id: sensor.id,
      lot_id: lot.id,
      stage: p.stage,
      target_at: p.targetAt,
      not_before: p.notBefore ?? null,
      points: JSON.stringify(p.points),
      asked: JSON.stringify(p.asked),
      energy_kwh: p.energyKwh,
      made_by: c.actor.id,
      made_at: c.now,
    })) as [number];
    await predictAllOn(c, sensor.id);
    return { id, sensor: sensor.name };
  },
});

/** Ends the programme in force on a water; dates follow the water as it is again. */
export const endProgramme = defineCommand({
  type: 'programme.end',
  roles: ['manager', 'culturist'],
  schema: z.object({ sensor: z.number().int(), why: z.string().trim().max(400, 'is too long').default('') }),
  async handle(c, p) {
    const sensor = await sensorById(c, p.sensor);
    const ended = await c
      .trx('programme')
      .where({ sensor_id: sensor.id, ended_at: null })
      .update({ ended_at: c.now, ended_by: c.actor.id, why_ended: p.why });
    if (ended === 0) throw new CommandRefused('none', `No programme is in force on ${sensor.name}.`, 'sensor');
    await predictAllOn(c, sensor.id);
    return { sensor: sensor.name };
  },
});
