import { grouped } from '@/core/quantities/format';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { recordSampleReturned } from './act';

export const decision = decides(recordSampleReturned, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  // The books may err by their doubt, so a few more than they hold are no slip; far more are.
  if (p.number > at.number + 3 * at.sd)
    throw new ActRefused(
      'moreThanThere',
      `${grouped(p.number)} is more than the books hold in ${at.unit.name}: ${grouped(at.number)}.`,
      'number',
      'Check the number, or count the unit first.',
    );
  await c.record([
    {
      kind: 'sampleBack',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts:
        p.dead === 0
          ? []
          : [
              {
                act: 'lose',
                account: 'dead',
                from: at.place,
                amount: { kind: 'number', number: p.dead, sd: 0, df: null, how: 'counted', shortfall: false },
              },
            ],
      observations: [{ kind: 'sampleBack', ...idsOf(at), value: p.number }],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name, number: p.number, dead: p.dead };
});
