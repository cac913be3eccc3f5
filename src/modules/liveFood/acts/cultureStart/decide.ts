import { clock, dayMonth } from '@/core/time/localDay';
import { shippedFeeding } from '@/reference/feeding';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { vesselOf } from '@/server/stock/feeding/vessels';
import { eventOf } from '@/server/when';
import { startCulture, sure } from './act';

/** Denser than this no rotifers are kept without pure oxygen, in a millilitre. */
const DENSE_PER_ML = 2000;

export const decision = decides(startCulture, async (c, p) => {
  const event = eventOf(c, p);
  const kind = shippedFeeding().cultures.find((k) => k.id === p.organism);
  if (!kind) throw new ActRefused('noCulture', 'Reference has no such culture.', 'organism', 'Choose one of the list.');
  const v = await vesselOf(c, p.vessel, c.replacing ? event.at - 1 : event.at);
  if (v.kind !== 'culture')
    throw new ActRefused('noCultureVessel', `${v.name} is a cone for cysts.`, 'vessel', 'Choose a culture vessel.');
  const odd = [
    ...(v.culture
      ? [
          `${v.culture.kind.name} run in ${v.name} since ${clock(v.culture.startedAt, c.site.timeZone)} on ${dayMonth(v.culture.startedAt, c.site.timeZone)}.`,
        ]
      : []),
    ...(p.perMl > DENSE_PER_ML ? [`${p.perMl} in a millilitre is denser than cultures are kept.`] : []),
  ];
  if (odd.length > 0)
    ask(c, sure, {
      message: odd.join(' '),
      path: v.culture ? 'vessel' : 'perMl',
      todo: v.culture ? 'Say that it ended first, or begin it anew.' : 'In a millilitre, or in a litre?',
      choices: [{ value: 'yes', label: v.culture ? 'It begins anew' : 'It is so' }],
    });
  await c.record([
    {
      kind: 'cultureStart',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, vesselName: v.name, organismName: kind.name, volumeL: v.volumeL },
      acts: [],
      observations: [{ kind: 'culture', vessel_id: v.id, value: p.perMl, said: 'started' }],
    },
  ]);
  return { vessel: v.name };
});
