import type { z } from 'zod';
import { CalculationError, run } from '@/core/calculation';
import { injection } from '@/core/doses/doses';
import { figures, plain } from '@/core/quantities/format';
import type { Injected, injectFields } from '@/core/spawning/acts';
import { forMales } from '@/core/spawning/forMales';
import type { Induction } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { HOUR_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { dayById } from '@/server/stock/spawningDay';
import { eventOf } from '@/server/when';
import { fishOfDay, record, stateOf } from '../../dayState';
import { dose, inject, interval } from './act';

export const decision = decides(inject, async (c, p) => {
  const event = eventOf(c, p);
  const d = await dayById(c, p.day);
  const fish = await fishOfDay(c, d, p.fish, event);
  const named = fish.book.inductions.find((i) => i.id === p.induction);
  if (!named) throw new ActRefused('noInduction', `${fish.book.name} has no such treatment.`, 'induction');
  const treatment = fish.sex === 'male' ? forMales(named) : named;
  if (!treatment)
    throw new ActRefused(
      'sex',
      `${fish.tag} is a male, and ${named.name} treats females only.`,
      'fish',
      'Check the tag. Where males are treated too, the manager gives them a dose in Reference first.',
    );
  // Who is treated as a female is taken for one from here on.
  if (fish.sex === 'unknown') await c.trx('brood_fish').where({ id: fish.id }).update({ sex: 'female' });
  if (p.checkedBy.toLowerCase() === event.measuredBy.toLowerCase())
    throw new ActRefused(
      'secondPerson',
      'The second person is the one who injects.',
      'checkedBy',
      'Somebody else reads the vial, the mass and the syringe before the needle goes in.',
    );
  const before = (await stateOf(c, d)).fish.get(p.fish)?.injections ?? [];
  mustBeNextPart(c, fish.tag, p.part, treatment, before, event.at);
  mustBeDose(c, treatment, p.dosePerKg);
  const worked = workOut(p, treatment);
  mustBeVolume(worked.volumeMl, p.massG);
  const intent: Injected & { day: number } = {
    ...p,
    doseUnit: treatment.unit,
    of: treatment.parts.length,
    ...worked,
  };
  await record(c, 'inject', event, intent, [
    {
      kind: 'inject',
      brood_fish_id: fish.id,
      spawning_day_id: d.id,
      value: worked.amount,
      said: treatment.product.slice(0, 60),
    },
  ]);
  return { tag: fish.tag, ...worked, unit: treatment.unit };
});

function mustBeNextPart(
  c: Context,
  tag: string,
  part: number,
  treatment: Induction,
  before: readonly Injected[] & readonly { at: number }[],
  at: number,
): void {
  const given = before.filter((i) => i.induction === treatment.id).map((i) => i.part);
  if (part > treatment.parts.length)
    throw new ActRefused('part', `${treatment.name} has ${treatment.parts.length} parts.`, 'part');
  if (given.includes(part))
    throw new ActRefused(
      'part',
      `Part ${part} was given to ${tag} already.`,
      'part',
      'If it was entered wrong, put that entry right.',
    );
  if (part > 1 && !given.includes(part - 1))
    throw new ActRefused(
      'part',
      `Part ${part - 1} of ${tag} is not recorded.`,
      'part',
      'Record it first, with its own time.',
    );
  const last = before.filter((i) => i.induction === treatment.id && i.part === part - 1).at(-1) as
    | { at: number }
    | undefined;
  if (!last) return;
  const hours = (at - last.at) / HOUR_MS;
  const off = Math.abs(hours - treatment.intervalHours);
  if (off <= treatment.intervalHours * thresholds.intervalSlack.value) return;
  ask(c, interval, {
    message: `${figures(hours, 3)} hours after the part before; ${plain(treatment.intervalHours)} are usual.`,
    path: 'at',
    todo: 'Check the time.',
    choices: [{ value: 'meant', label: 'It is meant so' }],
  });
}

/** Outside Reference's range is asked about; an order of magnitude out is stopped. */
function mustBeDose(c: Context, treatment: Induction, perKg: number): void {
  const { low, high } = treatment.dosePerKg;
  const far = thresholds.doseStop.value;
  const unit = treatment.unit === 'ug' ? 'µg' : treatment.unit;
  const range = `${low === high ? plain(low) : `${plain(low)} to ${plain(high)}`} ${unit}/kg in Reference`;
  if (perKg > high * far || perKg < low / far)
    throw new ActRefused(
      'doseStop',
      `${plain(perKg)} ${unit}/kg is an order of magnitude from ${range}: a slip of a unit or of a point.`,
      'dosePerKg',
      'Read the prescription again. If it is meant, the manager puts the range in Reference right first.',
    );
  if (perKg > high || perKg < low)
    ask(c, dose, {
      message: `${plain(perKg)} ${unit}/kg lies outside ${range}.`,
      path: 'dosePerKg',
      todo: 'Check it against label and prescription.',
      choices: [{ value: 'meant', label: `It is meant: ${plain(perKg)} ${unit}/kg` }],
    });
}

function workOut(p: z.output<z.ZodObject<typeof injectFields>>, treatment: Induction) {
  try {
    const o = run(injection, {
      massKg: p.massG / 1000,
      dosePerKg: p.dosePerKg,
      doseUnit: treatment.unit,
      concentrationPerMl: p.concentrationPerMl,
      concentrationUnit: p.concentrationUnit,
      maxMlPerSite: p.maxMlPerSite,
      parts: treatment.parts,
    });
    return o.parts[p.part - 1]!;
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    throw new ActRefused('dose', e.says, e.path, 'Read the vial again.');
  }
}

/** A volume that no syringe gives or no fish takes: the vial was read in another unit. */
function mustBeVolume(volumeMl: number, massG: number): void {
  const most = (thresholds.injectionMost.value * massG) / 1000;
  const least = thresholds.injectionLeast.value;
  if (volumeMl <= most && volumeMl >= least) return;
  throw new ActRefused(
    'volume',
    `That would be ${figures(volumeMl, 3)} mL: ${volumeMl > most ? `more than a fish of ${figures(massG / 1000, 3)} kg takes` : 'less than a syringe measures'}.`,
    'concentrationUnit',
    'Read the vial again: µg and mg are a thousandfold apart.',
  );
}
