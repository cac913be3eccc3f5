import { hatchHours } from '@/core/liveFood/hatchHours';
import { figures } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { clock, dayMonth } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import { shippedFeeding } from '@/reference/feeding';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { feedLotOf } from '@/server/stock/feeding/feedLot';
import { strainOf, vesselOf } from '@/server/stock/feeding/vessels';
import { eventOf } from '@/server/when';
import { dense, over, sowCysts } from './act';

/** More cysts in a litre hatch badly however much air they get. */
const ABSURD = 10;

export const decision = decides(sowCysts, async (c, p) => {
  const event = eventOf(c, p);
  if (!shippedFeeding().cysts.some((s) => s.id === p.strain))
    throw new ActRefused('noStrain', 'Reference has no such cysts.', 'strain', 'Choose one of the list.');
  const v = await vesselOf(c, p.vessel, event.at);
  if (v.kind !== 'cone')
    throw new ActRefused('noCone', `${v.name} is a culture: cysts go into a cone.`, 'vessel', 'Choose a cone.');
  const perL = p.cystsG / v.volumeL;
  const says = `${figures(perL, 2)} g in each litre of ${v.name}.`;
  if (perL > ABSURD)
    throw new ActRefused('absurdDensity', says, 'cystsG', 'Check grams against the volume of the cone.');
  if (perL > thresholds.mostCysts.value)
    ask(c, dense, {
      message: says,
      path: 'cystsG',
      todo: 'So many hatch badly without strong air and light.',
      choices: [{ value: 'yes', label: 'It has both' }],
    });
  if (v.batch && !c.replacing)
    ask(c, over, {
      message: `${v.name} was sown at ${clock(v.batch.sownAt, c.site.timeZone)} on ${dayMonth(v.batch.sownAt, c.site.timeZone)} and not harvested.`,
      path: 'vessel',
      todo: 'Harvest it first, or say that it was poured away.',
      choices: [{ value: 'yes', label: 'It was poured away' }],
    });
  if (p.feedLot !== undefined) await feedLotOf(c, p.feedLot, 'feedLot');
  await c.record([
    {
      kind: 'sow',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, vesselName: v.name },
      acts: [],
      observations: [{ kind: 'sow', vessel_id: v.id, value: p.cystsG, said: p.strain, feed_lot_id: p.feedLot }],
    },
  ]);
  return { vessel: v.name, hatchAt: event.at + hatchHours(strainOf(p.strain).hours, p.celsius) * HOUR_MS };
});
