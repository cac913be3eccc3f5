import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { mustBeEmpty, type UnitRow, unitRow } from '../../units';
import { joinUnit } from './act';

export const decision = decides(joinUnit, async (c, p) => {
  const whole = await unitRow(c, p.id);
  const parts = (await c.trx('unit').where({ part_of: whole.id, retired: false })) as UnitRow[];
  if (parts.length === 0) throw new ActRefused('whole', `${whole.name} is not divided.`, 'id');
  await mustBeEmpty(c, parts, 'id');
  await c.trx('unit').where({ part_of: whole.id }).update({ retired: true });
  await c.trx('unit').where({ id: whole.id }).update({ retired: false });
  return { unit: whole.name };
});
