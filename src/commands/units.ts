import { z } from 'zod';
import { type Context, defineCommand } from './define';
import { unique, unitName } from './names';
import { CommandRefused } from './refused';

const unitKinds = ['bench', 'jar', 'tray', 'trough', 'frame', 'tank', 'raceway', 'pond'] as const;

export const saveUnit = defineCommand({
  type: 'unit.save',
  roles: ['manager'],
  schema: z.object({
    id: z.number().int().optional(),
    name: unitName,
    room: z.number().int(),
    kind: z.enum(unitKinds),
    volumeL: z.number().gt(0, 'must be above 0').nullable().default(null),
    loadLimit: z.number().int().gt(0, 'must be above 0').nullable().default(null),
    flowLPerMin: z.number().min(0, 'cannot be negative').nullable().default(null),
    areaCm2: z.number().gt(0, 'must be above 0').nullable().default(null),
    battery: z.string().trim().max(40, 'is too long').default(''),
    x: z.number().int().default(0),
    y: z.number().int().default(0),
    sensor: z.number().int().nullable().default(null),
    retired: z.boolean().default(false),
  }),
  async handle(c, p) {
    await unique(c, 'unit', { site_id: c.site.id, name: p.name }, p.id, 'a unit');
    if (!(await c.trx('room').where({ id: p.room, site_id: c.site.id }).first('id')))
      throw new CommandRefused('noRoom', 'There is no such room.', 'room');
    const row = {
      site_id: c.site.id,
      room_id: p.room,
      name: p.name,
      kind: p.kind,
      volume_l: p.volumeL,
      load_limit: p.loadLimit,
      flow_l_min: p.flowLPerMin,
      area_cm2: p.areaCm2,
      battery: p.battery,
      place_x: p.x,
      place_y: p.y,
      sensor_id: p.sensor,
      shared: p.kind === 'bench',
      retired: p.retired,
    };
    if (p.id === undefined) {
      const [id] = (await c.trx('unit').insert(row)) as [number];
      return { id };
    }
    if (p.retired) await mustBeEmpty(c, [{ id: p.id, name: p.name }], 'retired');
    await c.trx('unit').where({ id: p.id, site_id: c.site.id }).update(row);
    return { id: p.id };
  },
});

/** Where the units of a room stand: rows and places in them, as they were dragged on the plan of the room. */
export const arrangeRoom = defineCommand({
  type: 'room.arrange',
  roles: ['manager'],
  schema: z.object({
    room: z.number().int(),
    units: z
      .array(
        z.object({
          id: z.number().int(),
          x: z.number().int().min(0),
          y: z.number().int().min(0),
          battery: z.string().trim().max(40, 'is too long'),
        }),
      )
      .min(1, 'needs a unit')
      .max(1000, 'are more units than a room holds'),
  }),
  async handle(c, p) {
    const own = new Set((await c.trx('unit').where({ room_id: p.room, site_id: c.site.id }).pluck('id')) as number[]);
    const stray = p.units.find((u) => !own.has(u.id));
    if (stray) throw new CommandRefused('noUnit', 'One of these units stands in another room.', 'units', 'Look again.');
    for (const u of p.units)
      await c.trx('unit').where({ id: u.id }).update({ place_x: u.x, place_y: u.y, battery: u.battery });
    return { moved: p.units.length };
  },
});

/**
 * A tank divided by a screen is two units (or more): lots never share one. The whole stands aside until its parts are
 * joined again.
 */
export const divideUnit = defineCommand({
  type: 'unit.divide',
  roles: ['manager'],
  schema: z.object({
    id: z.number().int(),
    names: z.array(unitName).min(2, 'needs two parts at least').max(8, 'takes up to eight parts'),
  }),
  async handle(c, p) {
    const whole = await unitRow(c, p.id);
    if (whole.retired)
      throw new CommandRefused(
        'divided',
        `${whole.name} is divided or out of use already.`,
        'id',
        'Join its parts first.',
      );
    if (whole.part_of !== null)
      throw new CommandRefused('part', `${whole.name} is itself a part.`, 'id', 'Join the parts and divide anew.');
    await mustBeEmpty(c, [whole], 'id');
    if (new Set(p.names.map((n) => n.toLowerCase())).size !== p.names.length)
      throw new CommandRefused('twice', 'One name stands twice.', 'names', 'Give each part its own.');
    const before = (await c.trx('unit').where({ site_id: c.site.id }).whereIn('name', p.names)) as UnitRow[];
    const strangers = before.filter((u) => u.part_of !== whole.id);
    if (strangers.length > 0)
      throw new CommandRefused(
        'nameTaken',
        `${strangers.map((u) => u.name).join(', ')} ${strangers.length > 1 ? 'exist' : 'exists'} already.`,
        'names',
        'Give other names.',
      );
    const share = (v: number | null) => (v === null ? null : v / p.names.length);
    const part = {
      site_id: whole.site_id,
      room_id: whole.room_id,
      kind: whole.kind,
      volume_l: share(whole.volume_l),
      load_limit: whole.load_limit === null ? null : Math.floor(whole.load_limit / p.names.length),
      flow_l_min: share(whole.flow_l_min),
      area_cm2: share(whole.area_cm2),
      battery: whole.battery,
      place_x: whole.place_x,
      place_y: whole.place_y,
      part_of: whole.id,
      sensor_id: whole.sensor_id,
      shared: whole.shared,
      retired: false,
    };
    // A tank divided a second time gets its old parts back, with their history.
    for (const name of p.names) {
      const old = before.find((u) => u.name === name);
      if (old) await c.trx('unit').where({ id: old.id }).update(part);
      else await c.trx('unit').insert({ ...part, name });
    }
    await c.trx('unit').where({ id: whole.id }).update({ retired: true });
    return { unit: whole.name, parts: p.names };
  },
});

/** The screen is taken out: the parts, all empty, become the whole again. */
export const joinUnit = defineCommand({
  type: 'unit.join',
  roles: ['manager'],
  schema: z.object({ id: z.number().int() }),
  async handle(c, p) {
    const whole = await unitRow(c, p.id);
    const parts = (await c.trx('unit').where({ part_of: whole.id, retired: false })) as UnitRow[];
    if (parts.length === 0) throw new CommandRefused('whole', `${whole.name} is not divided.`, 'id');
    await mustBeEmpty(c, parts, 'id');
    await c.trx('unit').where({ part_of: whole.id }).update({ retired: true });
    await c.trx('unit').where({ id: whole.id }).update({ retired: false });
    return { unit: whole.name };
  },
});

type UnitRow = {
  id: number;
  site_id: number;
  room_id: number;
  name: string;
  kind: string;
  volume_l: number | null;
  load_limit: number | null;
  flow_l_min: number | null;
  area_cm2: number | null;
  battery: string;
  place_x: number;
  place_y: number;
  part_of: number | null;
  sensor_id: number | null;
  shared: number;
  retired: number;
};

async function unitRow(c: Context, id: number): Promise<UnitRow> {
  const row = (await c.trx('unit').where({ id, site_id: c.site.id }).first()) as UnitRow | undefined;
  if (!row) throw new CommandRefused('noUnit', 'There is no such unit here.', 'id');
  return row;
}

async function mustBeEmpty(c: Context, units: readonly { id: number; name: string }[], path: string): Promise<void> {
  const full = (await c
    .trx('holding')
    .whereIn(
      'unit_id',
      units.map((u) => u.id),
    )
    .where('number', '>', 0)
    .distinct('unit_id')
    .pluck('unit_id')) as number[];
  if (full.length > 0)
    throw new CommandRefused(
      'inUse',
      `${units
        .filter((u) => full.includes(u.id))
        .map((u) => u.name)
        .join(', ')} still ${full.length > 1 ? 'hold' : 'holds'} animals.`,
      path,
      'Move them first.',
    );
}

/** Many like units in a row: J1 to J12. */
export const addUnits = defineCommand({
  type: 'unit.addMany',
  roles: ['manager'],
  schema: z.object({
    room: z.number().int(),
    kind: z.enum(unitKinds),
    prefix: z
      .string()
      .trim()
      .min(1, 'needs letters')
      .max(12, 'is too long')
      .regex(/^[\p{L}][\p{L}.-]*$/u, 'letters only'),
    from: z.number().int().min(0).max(9999),
    count: z.number().int().min(1, 'at least one').max(400, 'at most 400 at once'),
    battery: z.string().trim().max(40, 'is too long').default(''),
    volumeL: z.number().gt(0, 'must be above 0').nullable().default(null),
    loadLimit: z.number().int().gt(0, 'must be above 0').nullable().default(null),
    flowLPerMin: z.number().min(0, 'cannot be negative').nullable().default(null),
    areaCm2: z.number().gt(0, 'must be above 0').nullable().default(null),
    sensor: z.number().int().nullable().default(null),
    y: z.number().int().default(0),
  }),
  async handle(c, p) {
    const names = Array.from({ length: p.count }, (_, i) => `${p.prefix}${p.from + i}`);
    const taken = (await c.trx('unit').where({ site_id: c.site.id }).whereIn('name', names).pluck('name')) as string[];
    if (taken.length > 0)
      throw new CommandRefused(
        'nameTaken',
        `${taken.slice(0, 5).join(', ')} ${taken.length > 1 ? 'exist' : 'exists'} already.`,
        'from',
        'Begin with a higher number.',
      );
    if (!(await c.trx('room').where({ id: p.room, site_id: c.site.id }).first('id')))
      throw new CommandRefused('noRoom', 'There is no such room.', 'room');
    await c.trx('unit').insert(
      names.map((unit, i) => ({
        site_id: c.site.id,
        room_id: p.room,
        name: unit,
        kind: p.kind,
        volume_l: p.volumeL,
        load_limit: p.loadLimit,
        flow_l_min: p.flowLPerMin,
        area_cm2: p.areaCm2,
        battery: p.battery,
        place_x: i,
        place_y: p.y,
        sensor_id: p.sensor,
        shared: p.kind === 'bench',
      })),
    );
    return { names };
  },
});
