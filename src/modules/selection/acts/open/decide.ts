import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { can, standing } from '@/server/stock/standing';
import { selectionGoal } from '../../input';
import { schemesFor } from '../../schemesFor';
import { openSelection } from './act';

export const decision = decides(openSelection, async (c, p) => {
  const at = await standing(c, p.unit, c.now, p, ['eats', 'ponded']);
  if (await can(c, at, 'picked'))
    throw new ActRefused('eggs', `${at.unit.name} holds eggs: fish are chosen once they can be told apart.`, 'unit');
  const open = await c
    .trx('selection')
    .where({ site_id: c.site.id, unit_id: at.unit.id, lot_id: at.lot.id })
    .whereNull('entry_seq')
    .whereNull('over_at')
    .first('id');
  if (open)
    throw new ActRefused(
      'openAlready',
      `A selection of ${at.lot.name} in ${at.unit.name} is on the bench already.`,
      'unit',
      'Go on with that one: several may judge at once, each at a device of their own.',
    );
  const [id] = (await c.trx('selection').insert({
    site_id: c.site.id,
    unit_id: at.unit.id,
    lot_id: at.lot.id,
    stage: at.place.stage,
    scheme: JSON.stringify((await schemesFor(c.trx, c.site.id, [at.lot.species])).get(at.lot.species)),
    goal: JSON.stringify(selectionGoal.parse(p)),
    begun_by: c.actor.id,
    begun_at: c.now,
  })) as [number];
  return { id, lot: at.lot.name, unit: at.unit.name };
});
