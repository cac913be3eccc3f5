import { z } from 'zod';
import { usualRound } from '@/core/planning/due';
import { sensorKindIds } from '@/core/readings/sensorKinds';
import { defineCommand } from './define';
import { name, unique, unitName } from './names';
import { CommandRefused } from './refused';

export const saveRoom = defineCommand({
  type: 'room.save',
  roles: ['manager'],
  schema: z.object({
    id: z.number().int().optional(),
    name: name(60),
    kind: z.enum(['incubation', 'rearing', 'outdoor', 'spawning']),
    walkOrder: z.number().int().min(0).optional(),
    /** Chlorine of town water before the neutraliser; null: none. */
    chlorineMgPerL: z.number().gt(0, 'must be above 0').max(20, 'is more than any tap has').nullable().optional(),
    /** Water between the neutraliser and the units. */
    mixedL: z.number().gt(0, 'must be above 0').max(1e6, 'is more than any room holds').nullable().optional(),
    /** The sensor of the water that it comes from. */
    sourceSensor: z.number().int().nullable().optional(),
  }),
  async handle(c, p) {
    await unique(c, 'room', { site_id: c.site.id, name: p.name }, p.id, 'a room');
    if (
      p.sourceSensor != null &&
      !(await c.trx('sensor').where({ id: p.sourceSensor, site_id: c.site.id, kind: 'temperature' }).first('id'))
    )
      throw new CommandRefused('noSensor', 'There is no such sensor of temperature.', 'sourceSensor');
    const supply = {
      ...(p.chlorineMgPerL === undefined ? {} : { chlorine_mg_l: p.chlorineMgPerL }),
      ...(p.mixedL === undefined ? {} : { mixed_l: p.mixedL }),
      ...(p.sourceSensor === undefined ? {} : { source_sensor_id: p.sourceSensor }),
    };
    if (p.id !== undefined) {
      await c
        .trx('room')
        .where({ id: p.id, site_id: c.site.id })
        .update({
          name: p.name,
          kind: p.kind,
          ...supply,
          ...(p.walkOrder === undefined ? {} : { walk_order: p.walkOrder }),
        });
      return { id: p.id };
    }
    const last = (await c.trx('room').where({ site_id: c.site.id }).max('walk_order as n').first()) as {
      n: number | null;
    };
    const [id] = (await c.trx('room').insert({
      site_id: c.site.id,
      name: p.name,
      kind: p.kind,
      walk_order: p.walkOrder ?? (last.n ?? 0) + 1,
      ...supply,
    })) as [number];
    return { id };
  },
});

export const saveSensor = defineCommand({
  type: 'sensor.save',
  roles: ['manager'],
  schema: z.object({
    id: z.number().int().optional(),
    name: unitName,
    room: z.number().int(),
    kind: z.enum(sensorKindIds).default('temperature'),
  }),
  async handle(c, p) {
    await unique(c, 'sensor', { site_id: c.site.id, name: p.name }, p.id, 'a sensor');
    if (!(await c.trx('room').where({ id: p.room, site_id: c.site.id }).first('id')))
      throw new CommandRefused('noRoom', 'There is no such room.', 'room');
    if (p.id !== undefined) {
      await c.trx('sensor').where({ id: p.id, site_id: c.site.id }).update({ name: p.name, room_id: p.room });
      return { id: p.id };
    }
    const [id] = (await c
      .trx('sensor')
      .insert({ site_id: c.site.id, room_id: p.room, name: p.name, kind: p.kind })) as [number];
    return { id };
  },
});

export const saveReleaseSite = defineCommand({
  type: 'releaseSite.save',
  roles: ['manager'],
  schema: z.object({
    id: z.number().int().optional(),
    name: name(80),
    water: z.string().trim().max(80, 'is too long').default(''),
    target: z.number().int().min(0, 'cannot be negative').nullable().default(null),
    permit: z.string().trim().max(120, 'is too long').default(''),
    retired: z.boolean().default(false),
  }),
  async handle(c, p) {
    await unique(c, 'release_site', { site_id: c.site.id, name: p.name }, p.id, 'a release site');
    const row = {
      site_id: c.site.id,
      name: p.name,
      water: p.water,
      target: p.target,
      permit: p.permit,
      retired: p.retired,
    };
    if (p.id !== undefined) {
      await c.trx('release_site').where({ id: p.id, site_id: c.site.id }).update(row);
      return { id: p.id };
    }
    const [id] = (await c.trx('release_site').insert(row)) as [number];
    return { id };
  },
});

export const saveSite = defineCommand({
  type: 'site.save',
  roles: ['manager'],
  schema: z.object({
    name: name(80),
    timeZone: z.string(),
    lotPattern: z
      .string()
      .trim()
      .min(1, 'needs a pattern')
      .max(60, 'is too long')
      .regex(/\{n+\}/, 'needs a running number: {n}, {nn} or {nnn}'),
    seasonStartsMonth: z.number().int().min(1).max(12),
    weighEveryDays: z
      .number()
      .int('must be whole days')
      .min(1, 'at least every day')
      .max(365, 'at most a year')
      .default(usualRound.weighEveryDays),
    countAbovePercent: z
      .number()
      .gt(0, 'must be above 0')
      .max(100, 'at most 100 %')
      .default(usualRound.countAbovePercent),
  }),
  async handle(c, p) {
    if (!isTimeZone(p.timeZone))
      throw new CommandRefused(
        'timeZone',
        'This is no time zone.',
        'timeZone',
        'Like Europe/Vienna or America/Anchorage.',
      );
    await c.trx('site').where({ id: c.site.id }).update({
      name: p.name,
      time_zone: p.timeZone,
      lot_pattern: p.lotPattern,
      season_starts_month: p.seasonStartsMonth,
      weigh_every_days: p.weighEveryDays,
      count_above_percent: p.countAbovePercent,
    });
    return {};
  },
});

export function isTimeZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}
