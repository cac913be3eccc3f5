import { decides } from '@/server/context';
import { unique } from '@/server/names';
import { saveRoutineTask } from './act';

export const decision = decides(saveRoutineTask, async (c, p) => {
  if (!p.retired) await unique(c, 'routine_task', { site_id: c.site.id, name: p.name, retired: false }, p.id, 'a task');
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
});
