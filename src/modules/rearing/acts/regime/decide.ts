import { CalculationError } from '@/core/calculation';
import { regimeInOrder } from '@/core/feeding/regime';
import { regimeFits } from '@/core/feeding/regimes';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { hatchOf } from '@/server/stock/feeding/regimesFollowed';
import { regimesHere } from '@/server/stock/feeding/regimesHere';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { followRegime } from './act';

export const decision = decides(followRegime, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  const species = await c.species(at.lot.species);
  const regime = (await regimesHere(c.trx, c.site.id)).find((r) => r.id === p.regime);
  if (!regime || !regimeFits(regime, species))
    throw new ActRefused(
      'noRegime',
      `There is no such regime for ${species.name}.`,
      'regime',
      'Choose one of the list.',
    );
  if (p.steps)
    try {
      regimeInOrder(p.steps, regime.by);
    } catch (e) {
      if (!(e instanceof CalculationError)) throw e;
      throw new ActRefused('steps', `${e.message}.`, 'steps', 'Put the steps right.');
    }
  const hatchedAt = p.hatchedAt ?? (await hatchOf(c.trx, at.lot.id, species));
  if (hatchedAt === null)
    throw new ActRefused(
      'noHatch',
      'When they hatched is not known.',
      'hatchedAt',
      'Give the day on which half of them had hatched: the regime counts from it.',
    );
  if (hatchedAt > c.now + 30 * DAY_MS)
    throw new ActRefused('farOff', 'They hatch in more than a month.', 'hatchedAt', 'Check the day.');
  await c.record([
    {
      kind: 'regime',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, hatchedAt, regimeName: regime.name },
      acts: [],
      observations: [{ ...idsOf(at), kind: 'regime', said: regime.id }],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name, regime: regime.name };
});
