import { z } from 'zod';
import { markStruck } from '@/store/readings';
import { defineCommand } from './define';
import { predictStanding } from './jobs';
import { knownSpecies } from './lots';
import { predictAllOn, sensorById } from './readings';
import { CommandRefused } from './refused';

/** How each kind of unit is picked, and how many false alarms of picks a room may give a week. */
export const savePicking = defineCommand({
  type: 'picking.save',
  roles: ['manager'],
  schema: z.object({
    falseAlarmsWeek: z.number().gt(0, 'must be above 0').max(50, 'is more than anybody looks at').optional(),
    kinds: z
      .array(
        z.object({
          kind: z.enum(['jar', 'tray', 'trough', 'frame']),
          school: z.enum(['pick', 'siphon', 'bath']),
          foundShare: z.number().gt(0, 'must be above 0').max(1, 'is a share, at most 1'),
        }),
      )
      .default([]),
  }),
  async handle(c, p) {
    if (p.falseAlarmsWeek !== undefined)
      await c.trx('site').where({ id: c.site.id }).update({ false_alarms_week: p.falseAlarmsWeek });
    for (const k of p.kinds)
      await c
        .trx('picking_school')
        .insert({ site_id: c.site.id, unit_kind: k.kind, school: k.school, found_share: k.foundShare })
        .onConflict(['site_id', 'unit_kind'])
        .merge();
    await predictStanding(c, ['egg']);
    return {};
  },
});

/** Whether dates seen here bend the clock of a species; kept with who said so and why. */
export const useOwnClock = defineCommand({
  type: 'clock.use',
  roles: ['manager'],
  schema: z.object({
    species: z.string(),
    own: z.boolean(),
    why: z.string().trim().min(1, 'say why').max(400, 'is too long'),
  }),
  async handle(c, p) {
    knownSpecies(p.species);
    await c.trx('clock_use').insert({
      site_id: c.site.id,
      species: p.species,
      own: p.own,
      why: p.why,
      recorded_by: c.actor.id,
      recorded_at: c.now,
    });
    await predictStanding(c, ['egg', 'yolksac'], p.species);
    return {};
  },
});

/** A stretch of readings struck out: they stay, and count for nothing until the strike is undone. */
export const strikeReadings = defineCommand({
  type: 'readings.strike',
  roles: ['manager', 'culturist'],
  schema: z
    .object({
      sensor: z.number().int(),
      from: z.number().int(),
      to: z.number().int(),
      reason: z.string().trim().min(1, 'say why: it will be asked').max(400, 'is too long'),
    })
    .refine((p) => p.from < p.to, { path: ['to'], error: 'must lie after the beginning' }),
  async handle(c, p) {
    const sensor = await sensorById(c, p.sensor);
    const [id] = (await c.trx('reading_strike').insert({
      site_id: c.site.id,
      sensor_id: sensor.id,
      from_at: p.from,
      to_at: p.to,
      reason: p.reason,
      struck_by: c.actor.id,
      struck_at: c.now,
    })) as [number];
    const n = await markStruck(c.trx, { id: sensor.id, timeZone: c.site.timeZone }, p.from, p.to);
    if (n === 0)
      throw new CommandRefused(
        'nothing',
        'No reading of this sensor that still counts lies in that time.',
        'from',
        'Check the times.',
      );
    if (sensor.kind === 'temperature') await predictAllOn(c, sensor.id);
    return { id, sensor: sensor.name, readings: n };
  },
});

/** Takes a strike back: its readings count again, but for those that another strike covers. */
export const unstrikeReadings = defineCommand({
  type: 'readings.unstrike',
  roles: ['manager', 'culturist'],
  schema: z.object({ strike: z.number().int() }),
  async handle(c, p) {
    const strike = (await c.trx('reading_strike').where({ id: p.strike, site_id: c.site.id }).first()) as
      | { id: number; sensor_id: number; from_at: number; to_at: number; undone_at: number | null }
      | undefined;
    if (!strike) throw new CommandRefused('noStrike', 'There is no such strike.', 'strike');
    if (strike.undone_at !== null)
      throw new CommandRefused('undone', 'That strike was taken back already.', 'strike', 'Look at the list again.');
    const sensor = await sensorById(c, strike.sensor_id);
    await c.trx('reading_strike').where({ id: strike.id }).update({ undone_by: c.actor.id, undone_at: c.now });
    await markStruck(c.trx, { id: sensor.id, timeZone: c.site.timeZone }, strike.from_at, strike.to_at);
    if (sensor.kind === 'temperature') await predictAllOn(c, sensor.id);
    return { sensor: sensor.name };
  },
});
