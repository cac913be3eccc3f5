import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';

export type DayRow = { id: number; species: string; name: string; day: number; plan: string; closed: number };

export async function dayById(c: Context, id: number | undefined, path = 'day'): Promise<DayRow> {
  const row =
    id === undefined
      ? undefined
      : await c.trx('spawning_day').where({ id, site_id: c.site.id }).first<DayRow | undefined>();
  if (!row) throw new ActRefused('noDay', 'There is no such spawning day.', path, 'Choose one of the list.');
  return row;
}
