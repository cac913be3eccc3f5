import { wilson } from '@/core/sampling/proportion';
import { thresholds } from '@/core/thresholds';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { askEarly } from '@/server/stock/asks/sensitive';
import { queuePredictions } from '@/server/stock/jobs';
import { observe } from '@/server/stock/observe';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { recordCheck } from './act';

export const decision = decides(recordCheck, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['picked']);
  const species = await c.species(at.lot.species);
  const known = species.checks;
  if (!known.some((k) => k.id === p.check))
    throw new ActRefused(
      'noCheck',
      `${species.name} has no such check.`,
      'check',
      `Known are: ${known.map((k) => k.name).join(', ')}.`,
    );
  if (p.check === 'eyed' && p.successes > 0) await askEarly(c, at, event.at, 'Eyes', thresholds.eyesFrom.value);
  const share = wilson(p.successes, p.trials);
  await observe(c, event, 'check', p, {
    ...idsOf(at),
    // A check's id has fourteen letters at most, so that its kind is never cut.
    kind: `check:${p.check}`,
    value: share.estimate,
    low: share.low,
    high: share.high,
    trials: p.trials,
    successes: p.successes,
  });
  await queuePredictions(c, [at.lot.id]);
  return { lot: at.lot.name, unit: at.unit.name, ...share };
});
