import { townWaterTask } from '@/core/planning/routine';
import type { Task } from '@/core/species/species';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { observe } from '@/server/stock/observe';
import { eventOf } from '@/server/when';
import { speciesBook } from '@/store/species';
import { tickRoutine } from './act';

export const decision = decides(tickRoutine, async (c, p) => {
  const event = eventOf(c, p);
  const room = await c.trx('room').where({ id: p.room, site_id: c.site.id }).first('name');
  if (!room) throw new ActRefused('noRoom', 'There is no such room.', 'room');
  const own = /^own(\d+)$/.exec(p.task);
  const named = own
    ? await c
        .trx('routine_task')
        .where({ id: Number(own[1]), site_id: c.site.id })
        .first('name')
    : [...(await speciesBook(c.trx, c.site.id)).values()]
        .flatMap((s) => s.tasks)
        .concat(townWaterTask as Task)
        .find((t) => t.id === p.task);
  if (!named) throw new ActRefused('noTask', 'The routine has no such thing.', 'task', 'Load the page again.');
  await observe(
    c,
    event,
    'routine',
    { ...p, roomName: room.name, taskName: named.name },
    { unit_id: null, kind: `task:${p.task}`, value: p.room },
  );
  return { room: room.name, task: named.name };
});
