import { wilson } from '@/core/sampling/proportion';
import { moults } from '@/core/species/life';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { observe } from '@/server/stock/observe';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { sampleMoult } from './act';

export const decision = decides(sampleMoult, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats']);
  const species = await c.species(at.lot.species);
  if (!moults(species))
    throw new ActRefused('noShell', `${species.name} have no shell to moult.`, 'unit', 'Check the unit.');
  const of = p.soft + p.hardening + p.hard;
  if (of > at.number)
    throw new ActRefused(
      'moreThanThere',
      `By the books only ${Math.round(at.number)} stand there.`,
      'hard',
      'Check the counts.',
    );
  const share = wilson(p.soft, of);
  await observe(c, event, 'moult', p, {
    ...idsOf(at),
    kind: 'moult',
    value: share.estimate,
    low: share.low,
    high: share.high,
    trials: of,
    successes: p.soft,
  });
  return { lot: at.lot.name, unit: at.unit.name, of };
});
