import { grouped } from '@/core/quantities/format';
import type { defineQuestion } from '@/server/act/question';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context } from '@/server/context';
import type { vesselOf } from '@/server/stock/feeding/vessels';
import { can, type Standing } from '@/server/stock/standing';
import { askHeld } from '../hold/askHeld';

/** Prey beyond this many in a millilitre is no density that a tank is kept at. */
const MOST_PER_ML = 100;

/**
 * Live food that was given: refused where eggs stand, asked about where they are not fed just now, where it makes a
 * density that no tank is kept at, and where the vessel has less left than was taken out of it.
 */
export async function askGiven(
  c: Context,
  sure: ReturnType<typeof defineQuestion<'sure', 'yes'>>,
  to: readonly { at: Standing; number: number }[],
  when: number,
  vessel: Awaited<ReturnType<typeof vesselOf>> | null,
  path: string,
): Promise<void> {
  const odd: string[] = [];
  for (const { at, number } of to) {
    if (await can(c, at, 'picked'))
      throw new ActRefused('eggsDoNotEat', `${at.unit.name} holds eggs.`, path, 'Check the unit.');
    await askHeld(c, at, when);
    const perMl = at.unit.volume_l ? number / (1000 * at.unit.volume_l) : 0;
    if (perMl > MOST_PER_ML)
      odd.push(`That makes ${grouped(Math.round(perMl))} in each millilitre of ${at.unit.name}.`);
  }
  const given = to.reduce((s, x) => s + x.number, 0);
  const left = Math.max(0, Math.round(vessel?.kept?.left ?? 0));
  if (vessel && !c.replacing && given > left) odd.push(`By the counts ${vessel.name} has ${grouped(left)} left.`);
  if (odd.length === 0) return;
  ask(c, sure, {
    message: odd.join(' '),
    path,
    todo: 'Thousands, or millions? Was the harvest counted, and is this the vessel? Uneaten prey takes the oxygen.',
    choices: [{ value: 'yes', label: 'So many were given' }],
  });
}
