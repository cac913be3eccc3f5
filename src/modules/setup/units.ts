import type { Tables } from 'knex/types/tables';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';

export type UnitRow = Tables['unit'];

export async function unitRow(c: Context, id: number): Promise<UnitRow> {
  const row = await c.trx('unit').where({ id, site_id: c.site.id }).first();
  if (!row) throw new ActRefused('noUnit', 'There is no such unit here.', 'id');
  return row;
}

export async function mustBeEmpty(
  c: Context,
  units: readonly { id: number; name: string }[],
  path: string,
): Promise<void> {
  const full = await c
    .trx('holding')
    .whereIn(
      'unit_id',
      units.map((u) => u.id),
    )
    .where('number', '>', 0)
    .distinct('unit_id')
    .pluck('unit_id');
  if (full.length > 0)
    throw new ActRefused(
      'inUse',
      `${units
        .filter((u) => full.includes(u.id))
        .map((u) => u.name)
        .join(', ')} still ${full.length > 1 ? 'hold' : 'holds'} animals.`,
      path,
      'Move them first.',
    );
}
