import { grouped, plain } from '@/core/quantities/format';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { lastMeanG } from '@/server/stock/lastMeanG';
import { standing } from '@/server/stock/standing';
import { fullness } from '../../fullness';
import { haulById, notesOf, type PlannedLoad } from '../../hauls';
import { overHaul, saveHaul } from './act';

/** More than so many times what the books hold is another tank, or a slip. */
const MANY = 1.3;
/** Loads so far above what a tank carries are a slip of a digit. */
const SLIP = 5;

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
  const over = fullness({ ...p, loads }).filter((t) => t.share !== null && t.share > 1);
  const worst = over[0];
  if (worst && worst.share! > SLIP)
    throw new ActRefused(
      'overStop',
      `${worst.name} would hold ${plain(Number(worst.massKg!.toPrecision(3)))} kg, and carries ${plain(Number(worst.mostKg!.toPrecision(2)))}.`,
      'loads',
      'A digit too many? Check number, mean mass and volume.',
    );
  if (worst && !p.givenUp)
    ask(c, overHaul, {
      message: `${over.map((t) => `${t.name} would hold ${plain(Number(t.massKg!.toPrecision(3)))} kg, and carries ${plain(Number(t.mostKg!.toPrecision(2)))} by ${t.limitWord}`).join('; ')}.`,
      path: 'loads',
      todo: 'Fewer, shorter, colder, more oxygen, or another trip.',
      choices: [
        { value: 'meant', label: 'It was hauled so before, and they arrived well', why: 'watched all the way' },
      ],
    });
  const row = {
    truck: p.truck,
    leave_at: p.leaveAt,
    hours: p.hours,
    celsius: p.celsius,
    tanks: JSON.stringify(p.tanks),
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
