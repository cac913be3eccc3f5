import { grouped } from '@/core/quantities/format';
import { wilson } from '@/core/sampling/proportion';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { can, idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { recordDeformities } from './act';

export const decision = decides(recordDeformities, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  if (await can(c, at, 'picked'))
    throw new ActRefused('eggs', `${at.unit.name} holds eggs: look at them once they have hatched.`, 'unit');
  if (p.looked > at.number + 3 * at.sd)
    throw new ActRefused(
      'moreThanThere',
      `${grouped(p.looked)} is more than the books hold in ${at.unit.name}: ${grouped(at.number)}.`,
      'looked',
      'Check the number, or count the unit first.',
    );
  const share = wilson(p.deformed, p.looked);
  const of = { ...idsOf(at), trials: p.looked };
  await c.record([
    {
      kind: 'deformity',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts: [],
      observations: [
        { kind: 'deformed', ...of, value: share.estimate, low: share.low, high: share.high, successes: p.deformed },
        ...Object.entries(p.kinds)
          .filter(([, n]) => n > 0)
          .map(([id, n]) => ({ kind: 'deformKind' as const, ...of, said: id, value: n / p.looked, successes: n })),
      ],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name, ...share };
});
