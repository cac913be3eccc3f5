import { localDay } from '@/core/time/localDay';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { unique } from '@/server/names';
import { saveConditioning } from './act';

export const decision = decides(saveConditioning, async (c, p) => {
  const species = (await c.species(p.species)).id;
  await unique(c, 'conditioning', { site_id: c.site.id, name: p.name }, p.id, 'a programme');
  const units = await c.trx('unit').where({ site_id: c.site.id }).whereIn('id', p.programme.units).pluck('id');
  if (units.length < new Set(p.programme.units).size)
    throw new ActRefused('noUnit', 'One of the units is not here.', 'programme.units', 'Choose others.');
  const start = (at: number) => localDay(at, c.site.timeZone).start;
  const content = {
    ...p.programme,
    units: [...new Set(p.programme.units)],
    from: start(p.programme.from),
    to: p.programme.to === null ? null : start(p.programme.to),
  };
  const row = { species, name: p.name, content: JSON.stringify(content) };
  if (p.id !== undefined) {
    const done = await c.trx('conditioning').where({ id: p.id, site_id: c.site.id }).update(row);
    if (!done) throw new ActRefused('noProgramme', 'There is no such programme.', 'id');
    return { id: p.id };
  }
  const [id] = (await c.trx('conditioning').insert({ ...row, site_id: c.site.id })) as [number];
  return { id };
});
