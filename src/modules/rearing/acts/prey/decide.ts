import { grouped } from '@/core/quantities/format';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { vesselOf } from '@/server/stock/feeding/vessels';
import { can, idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { askHeld } from '../hold/askHeld';
import { givePrey, sure } from './act';

/** Prey beyond this many in a millilitre is no density that a tank is kept at. */
const MOST_PER_ML = 100;

export const decision = decides(givePrey, async (c, p) => {
  const event = eventOf(c, p);
  const at = await standing(c, p.unit, asOf(c, event), p, ['eats', 'ponded']);
  if (await can(c, at, 'picked'))
    throw new ActRefused('eggsDoNotEat', `${at.unit.name} holds eggs.`, 'unit', 'Check the unit.');
  await askHeld(c, at, event.at);
  const perMl = at.unit.volume_l ? p.number / (1000 * at.unit.volume_l) : null;
  if (perMl !== null && perMl > MOST_PER_ML)
    ask(c, sure, {
      message: `That makes ${grouped(Math.round(perMl))} in each millilitre of ${at.unit.name}.`,
      path: 'number',
      todo: 'Thousands, or millions? Uneaten prey takes the oxygen.',
      choices: [{ value: 'yes', label: 'So many were given' }],
    });
  let vesselName: string | undefined;
  if (p.vessel !== undefined) {
    const vessel = await vesselOf(c, p.vessel, c.now);
    vesselName = vessel.name;
    const left = vessel.kept?.left ?? 0;
    if (!c.replacing && p.number > left)
      ask(c, sure, {
        message: `By the counts ${vessel.name} has ${grouped(Math.max(0, Math.round(left)))} left.`,
        path: 'number',
        todo: 'Was the harvest counted, and is this the vessel?',
        choices: [{ value: 'yes', label: 'They came from it' }],
      });
  }
  await c.record([
    {
      kind: 'prey',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, vesselName },
      acts: [],
      observations: [{ ...idsOf(at), kind: 'prey', value: p.number, said: p.prey, vessel_id: p.vessel }],
    },
  ]);
  return { lot: at.lot.name, unit: at.unit.name };
});
