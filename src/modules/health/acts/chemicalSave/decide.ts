import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { unique } from '@/server/names';
import { saveChemical } from './act';

export const decision = decides(saveChemical, async (c, p) => {
  if (!p.retired) await unique(c, 'chemical', { site_id: c.site.id, name: p.name, retired: false }, p.id, 'a chemical');
  const row = {
    name: p.name,
    unit: p.unit,
    place: p.place,
    hazard: p.hazard,
    least: p.least,
    good_until: p.goodUntil,
    retired: p.retired,
  };
  if (p.id === undefined) {
    const [id] = (await c.trx('chemical').insert({ ...row, site_id: c.site.id })) as [number];
    return { id };
  }
  const n = await c.trx('chemical').where({ id: p.id, site_id: c.site.id }).update(row);
  if (n === 0) throw new ActRefused('noChemical', 'There is no such chemical.', 'id', 'Choose one of the list.');
  return { id: p.id };
});
