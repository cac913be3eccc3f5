import { plain } from '@/core/quantities/format';
import { stations } from '@/core/species/stations';
import { shippedThresholds, thresholdFar, thresholdFault } from '@/core/thresholds';
import { putThresholdsInForce } from '@/core/thresholdsInForce';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { predictStanding, watchStanding } from '@/server/stock/jobs';
import { setThresholds, THRESHOLDS, valuesOf } from '@/store/thresholds';
import { farOff, setThreshold } from './act';

export const decision = decides(setThreshold, async (c, p) => {
  const { unit, value: shipped } = shippedThresholds[p.id];
  const fault = thresholdFault(p.id, p.value);
  if (fault) throw new ActRefused('value', `The value ${fault}.`, 'value', `It ships as ${plain(shipped)} ${unit}.`);
  if (thresholdFar(p.id, p.value))
    ask(c, farOff, {
      message: `${plain(p.value)} ${unit} is far from the ${plain(shipped)} ${unit} that it ships with.`,
      path: 'value',
      todo: 'What is asked, refused and called out rests on it: a limit that is loosened warns too late.',
      choices: [{ value: 'meant', label: 'It is meant' }],
    });
  if (c.asks.length > 0) return {};
  await c.trx('species_value').insert({
    site_id: c.site.id,
    species: THRESHOLDS,
    path: p.id,
    value: JSON.stringify(p.value),
    source: p.source,
    why: p.why,
    recorded_by: c.actor.id,
    recorded_at: c.now,
  });
  const { set } = await setThresholds(c.trx, c.site.id);
  c.onceCommitted(() => putThresholdsInForce(valuesOf(set)));
  // Dates, and what rounds should find, rest on some of them.
  await predictStanding(c, stations);
  if (p.id === 'deadFalsePerMonth') await watchStanding(c);
  return {};
});
