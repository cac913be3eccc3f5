import { grouped } from '@/core/quantities/format';
import { haulWay } from '@/core/transport/haul';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { lastMeanG } from '@/server/stock/numbers/lastMeanG';
import { standing } from '@/server/stock/standing';
import { haulById, notesOf, type PlannedLoad } from '../../hauls';
import { askFull } from '../../overfull';
import { saveHaul } from './act';

/** More than so many times what the books hold is another tank, or a slip. */
const MANY = 1.3;

export const decision = decides(saveHaul, async (c, p) => {
  if (p.id !== undefined) {
    const row = await haulById(c, p.id, 'id');
    const left = (await notesOf(c.trx, [row.id])).some((n) => n.what === 'left');
    if (left && !p.givenUp && JSON.stringify(row.tanks) !== JSON.stringify(p.tanks))
      throw new ActRefused('left', 'It is under way.', 'tanks', 'Its tanks are what they were when it left.');
    if (left && p.givenUp)
      throw new ActRefused(
        'left',
        'It is under way: it cannot be given up.',
        'givenUp',
        'Say where it went, and that it is back.',
      );
  }
  const loads: PlannedLoad[] = [];
  for (const [i, l] of p.loads.entries()) {
    const at = await standing(c, l.unit, c.now, l, ['eats'], `loads.${i}.unit`);
    if (l.number > MANY * at.number)
      throw new ActRefused(
        'number',
        `The books hold ${grouped(Math.round(at.number))} in ${at.unit.name}.`,
        `loads.${i}.number`,
        'Check number and tank.',
      );
    if (l.site !== null && !(await c.trx('release_site').where({ id: l.site, site_id: c.site.id }).first('id')))
      throw new ActRefused('noSite', 'There is no such release site.', `loads.${i}.site`, 'Choose one of the list.');
    loads.push({ ...l, meanG: await lastMeanG(c, at, c.now) });
  }
  const way = haulWay.parse(p);
  if (!p.givenUp) askFull(c, { ...p, way, loads }, 'loads');
  const row = {
    truck: p.truck,
    leave_at: p.leaveAt,
    hours: p.hours,
    celsius: p.celsius,
    tanks: JSON.stringify(p.tanks),
    way: JSON.stringify(way),
    loads: JSON.stringify(loads),
    given_up: p.givenUp,
  };
  if (p.id !== undefined) {
    await c.trx('haul').where({ id: p.id, site_id: c.site.id }).update(row);
    return { id: p.id };
  }
  const [id] = (await c.trx('haul').insert({ ...row, site_id: c.site.id, made_at: c.now, made_by: c.actor.id })) as [
    number,
  ];
  return { id };
});
