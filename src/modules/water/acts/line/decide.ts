import { leftDry, lineBetween } from '@/core/water/circuits/lines';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { worksOf } from '../../works';
import { drawLine } from './act';

export const decision = decides(drawLine, async (c, p) => {
  const works = await worksOf(c.trx, c.site.id);
  const line = lineBetween(works, p.from, p.to);
  if (!line)
    throw new ActRefused(
      'noLine',
      'No water runs so.',
      'to',
      'From a work to the next, from a work to a room, from a room to an outflow.',
    );
  if (line.as === 'rooms' && !(await c.trx('room').where({ site_id: c.site.id, id: line.other }).first('id')))
    throw new ActRefused('noRoom', 'There is no such room.', 'to', 'Choose one of the drawing.');
  if (line.there === p.draw)
    throw new ActRefused(
      'already',
      p.draw ? 'That line is drawn already.' : 'There is no such line any more.',
      'to',
      'Somebody else may have changed it: look at the drawing again.',
    );
  const before = works.find((w) => w.id === line.holder)![line.as];
  const after = p.draw ? [...before, line.other] : before.filter((x) => x !== line.other);
  await c
    .trx('work')
    .where({ id: line.holder, site_id: c.site.id })
    .update({ [line.as === 'from' ? 'takes_from' : 'rooms']: JSON.stringify(after) });
  return { dry: !p.draw && leftDry(works, line) };
});
