import { stageOf } from '@/core/species/species';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { openCase } from '@/server/stock/cases';
import { lastMeanG } from '@/server/stock/numbers/lastMeanG';
import { observe } from '@/server/stock/observe';
import { can, idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { judgedTreatment } from '../../dose';
import { treat } from './act';

export const decision = decides(treat, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  if (await can(c, at, 'picked'))
    throw new ActRefused(
      'eggs',
      `${at.unit.name} holds eggs.`,
      'unit',
      'Eggs have a bath of their own: doses differ tenfold.',
    );
  if (p.caseId !== undefined) await openCase(c, p.caseId);
  const species = await c.species(at.lot.species);
  const { worked, end } = judgedTreatment(
    c,
    p,
    {
      number: at.number,
      meanG: await lastMeanG(c, at, event.at),
      species,
      station: stageOf(species, at.place.stage).station,
    },
    event.at,
  );
  await observe(
    c,
    event,
    'treatment',
    { ...p, worked, number: at.number },
    { ...idsOf(at), kind: 'treated', value: end, said: p.product },
  );
  return { unit: at.unit.name, lot: at.lot.name, end, ...worked };
});
