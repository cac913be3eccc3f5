import { figures, plain } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { lastMeanG } from '@/server/stock/numbers/lastMeanG';
import { can, standing } from '@/server/stock/standing';
import { strength, vaccinationPlan } from '../../input';
import { MANY, vaccinationsOf } from '../../vaccination';
import { openVaccine } from './act';

export const decision = decides(openVaccine, async (c, p) => {
  const at = await standing(c, p.unit, c.now, p, ['eats']);
  if ((await can(c, at, 'picked')) || (await can(c, at, 'ponded')))
    throw new ActRefused(
      'young',
      `${at.unit.name} holds eggs or larvae.`,
      'unit',
      'They are vaccinated once they feed and are large enough.',
    );
  const open = (await vaccinationsOf(c.trx, c.site.id)).find((v) => v.closedAt === null && v.unitId === at.unit.id);
  if (open)
    throw new ActRefused(
      'openAlready',
      `${at.unit.name} is being vaccinated already.`,
      'unit',
      'Go on with that one, or close it.',
    );
  if (p.number > at.number * MANY)
    throw new ActRefused(
      'number',
      `The books hold ${plain(at.number)} there.`,
      'number',
      'Check the number and the tank; count first where the books are wrong.',
    );
  const meanG = await lastMeanG(c, at, c.now);
  if (p.way === 'bath' && p.mgPerL! > thresholds.unknownBathStop.value)
    throw new ActRefused(
      'doseStop',
      `${plain(p.mgPerL!)} mg/L is stronger than anything but salt.`,
      'mgPerL',
      'A slip of the unit? Read the label again; ask the veterinarian.',
    );
  if (p.mlEach !== undefined && meanG !== null && p.mlEach / meanG > thresholds.injectedMost.value) {
    const says = `${plain(p.mlEach)} mL into a fish of ${figures(meanG, 2)} g is more than ${plain(1000 * thresholds.injectedMost.value)} µL a gram.`;
    if (p.mlEach / meanG > 10 * thresholds.injectedMost.value)
      throw new ActRefused(
        'doseStop',
        says,
        'mlEach',
        'A slip of a point? Read the label again; ask the veterinarian.',
      );
    const meant = ask(c, strength, {
      message: says,
      path: 'mlEach',
      todo: 'Check it against label and fish, with a second person.',
      choices: [{ value: 'meant', label: 'It is meant, and somebody looked at it with me' }],
    });
    if (!meant) {
      await c.record([]);
      return { id: 0, unit: at.unit.name };
    }
    if (!p.checkedBy.trim() || p.checkedBy.trim().toLowerCase() === c.actor.name.toLowerCase())
      throw new ActRefused('secondPerson', says, 'checkedBy', 'Say who else looked at label, vaccine and fish.');
  }
  const [id] = (await c.trx('vaccination').insert({
    site_id: c.site.id,
    unit_id: at.unit.id,
    lot_id: at.lot.id,
    stage: at.place.stage,
    plan: JSON.stringify(vaccinationPlan.parse(p)),
    begun_by: c.actor.id,
    begun_at: c.now,
  })) as [number];
  return { id, unit: at.unit.name };
});
