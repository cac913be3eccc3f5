import { z } from 'zod';
import { townWaterTask } from '@/core/planning/routine';
import type { Task } from '@/core/species/species';
import { speciesBook } from '@/store/species';
import { observe } from './checks';
import { defineCommand } from './define';
import { name, unique } from './names';
import { CommandRefused } from './refused';
import { eventFields, eventOf } from './when';

/** Something of a room's routine was done: one tick for all that stands in it. It moves no animal. */
export const tickRoutine = defineCommand({
  type: 'routine.tick',
  roles: ['manager', 'culturist', 'hand'],
  schema: z.object({ ...eventFields, room: z.number().int(), task: z.string().max(14) }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const room = (await c.trx('room').where({ id: p.room, site_id: c.site.id }).first('name')) as
      | { name: string }
      | undefined;
    if (!room) throw new CommandRefused('noRoom', 'There is no such room.', 'room');
    const own = /^own(\d+)$/.exec(p.task);
    const named = own
      ? ((await c
          .trx('routine_task')
          .where({ id: Number(own[1]), site_id: c.site.id })
          .first('name')) as { name: string } | undefined)
      : [...(await speciesBook(c.trx, c.site.id)).values()]
          .flatMap((s) => s.tasks)
          .concat(townWaterTask as Task)
          .find((t) => t.id === p.task);
    if (!named) throw new CommandRefused('noTask', 'The routine has no such thing.', 'task', 'Load the page again.');
    await observe(
      c,
      event,
      'routine',
      { ...p, roomName: room.name, taskName: named.name },
      { unit_id: null, kind: `task:${p.task}`, value: p.room },
    );
    return { room: room.name, task: named.name };
  },
});

/** Something that this hatchery adds to the routine of its rooms, or takes off again. */
export const saveRoutineTask = defineCommand({
  type: 'routine.save',
  roles: ['manager'],
  schema: z.object({
    id: z.number().int().optional(),
    name: name(60),
    stations: z.array(z.enum(['eggs', 'yolksac'])).min(1, 'for eggs, larvae, or both'),
    units: z.array(z.enum(['jar', 'tray', 'trough', 'frame', 'tank'])).default([]),
    everyHours: z.number().gt(0, 'must be above 0').max(744, 'is rarer than a month'),
    retired: z.boolean().default(false),
  }),
  async handle(c, p) {
    if (!p.retired)
      await unique(c, 'routine_task', { site_id: c.site.id, name: p.name, retired: false }, p.id, 'a task');
    const row = {
      site_id: c.site.id,
      name: p.name,
      stations: JSON.stringify(p.stations),
      units: JSON.stringify(p.units),
      every_hours: p.everyHours,
      retired: p.retired,
    };
    if (p.id !== undefined) {
      await c.trx('routine_task').where({ id: p.id, site_id: c.site.id }).update(row);
      return { id: p.id };
    }
    const [id] = (await c.trx('routine_task').insert(row)) as [number];
    return { id };
  },
});
