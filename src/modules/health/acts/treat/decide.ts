import { CalculationError } from '@/core/calculation';
import { judgeBath, productNamed } from '@/core/doses/products';
import { type Dose, workDose } from '@/core/health/treatment';
import { figures, plain } from '@/core/quantities/format';
import { stageOf } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { DAY_MS, MINUTE_MS } from '@/core/time/spans';
import { shippedProducts } from '@/reference/products';
import type { InputOf } from '@/server/act/define';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { openCase } from '@/server/stock/cases';
import { lastMeanG } from '@/server/stock/lastMeanG';
import { observe } from '@/server/stock/observe';
import { can, idsOf, type Standing, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { order, strength } from '../../input';
import { treat } from './act';

type Treat = InputOf<typeof treat>;

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
  const worked = work(p, at.number);
  const meanG = await lastMeanG(c, at, event.at);
  if (p.by !== 'bath')
    askOrder(
      c,
      p,
      `${p.by === 'feed' ? `${plain(p.mgPerKgDay!)} mg/kg a day` : `${plain(p.mlEach!)} mL into each`}${meanG === null ? ', of fish that were never weighed,' : ''}`,
    );
  const odd = p.by === 'bath' ? await bathOff(c, p, at) : ofMass(p, at, meanG);
  if (odd) await secondLook(c, p, odd);
  const end = event.at + (p.by === 'bath' ? p.minutes! * MINUTE_MS : p.by === 'feed' ? p.days! * DAY_MS : 0);
  await observe(
    c,
    event,
    'treatment',
    { ...p, worked, number: at.number },
    {
      ...idsOf(at),
      kind: 'treated',
      value: end,
      said: p.product,
    },
  );
  return { unit: at.unit.name, lot: at.lot.name, end, ...worked };
});

function work(p: Treat, number: number) {
  const dose: Dose =
    p.by === 'bath'
      ? {
          by: 'bath',
          targetMgPerL: p.targetMgPerL!,
          basis: p.basis ?? 'activeSubstance',
          volumeL: p.volumeL!,
          activeShare: p.activeShare,
        }
      : p.by === 'feed'
        ? { by: 'feed', mgPerKgDay: p.mgPerKgDay!, massKg: p.massG! / 1000, days: p.days!, activeShare: p.activeShare }
        : { by: 'injection', mlEach: p.mlEach!, number };
  try {
    return workDose(dose);
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    throw new ActRefused('dose', e.says, e.path, 'Read the label again.');
  }
}

/** What of a bath lies outside of Reference; a slip of an order of magnitude is refused. */
async function bathOff(c: Context, p: Treat, at: Standing): Promise<{ says: string; field: string } | null> {
  const product = productNamed(shippedProducts(), p.product);
  const unit = p.basis === 'productVolume' ? 'µL/L' : 'mg/L';
  if (!product) {
    if (p.targetMgPerL! > thresholds.unknownBathStop.value)
      throw new ActRefused(
        'doseStop',
        `${plain(p.targetMgPerL!)} ${unit} of a product that Reference does not know.`,
        'targetMgPerL',
        'Nothing but salt is that strong in a bath: read the label again.',
      );
    askOrder(c, p, `${plain(p.targetMgPerL!)} ${unit} for ${plain(p.minutes!)} minutes`);
    return null;
  }
  const species = await c.species(at.lot.species);
  const [worst] = judgeBath(product, {
    group: species.group,
    station: stageOf(species, at.place.stage).station,
    basis: p.basis ?? 'activeSubstance',
    target: p.targetMgPerL!,
    minutes: p.minutes!,
    activeShare: p.activeShare,
  });
  if (worst!.verdict === 'fits') return null;
  const says = `${worst!.says.charAt(0).toUpperCase()}${worst!.says.slice(1)}.`;
  if (worst!.verdict === 'stop')
    throw new ActRefused('doseStop', says, worst!.field, 'Read the label again; ask the veterinarian.');
  return { says, field: worst!.field };
}

/** What of a dose by mass does not hang together with the fish that it is for. */
function ofMass(p: Treat, at: Standing, meanG: number | null): { says: string; field: string } | null {
  if (meanG === null) return null;
  if (p.by === 'injection') {
    const share = p.mlEach! / meanG;
    if (share > 10 * thresholds.injectedMost.value)
      throw new ActRefused(
        'doseStop',
        `${plain(p.mlEach!)} mL into a fish of ${figures(meanG, 2)} g: a slip of a point.`,
        'mlEach',
        'Read the label again; ask the veterinarian.',
      );
    return share > thresholds.injectedMost.value
      ? {
          says: `${plain(p.mlEach!)} mL into a fish of ${figures(meanG, 2)} g is more than ${plain(1000 * thresholds.injectedMost.value)} µL a gram.`,
          field: 'mlEach',
        }
      : null;
  }
  const books = meanG * at.number;
  const times = p.massG! / books;
  if (times > thresholds.massFactor.value || times < 1 / thresholds.massFactor.value)
    throw new ActRefused(
      'doseStop',
      `The books hold ${figures(books / 1000, 3)} kg there, not ${figures(p.massG! / 1000, 3)} kg.`,
      'massG',
      'Grams, kilograms or another tank? Weigh a sample where the books are wrong.',
    );
  return times > DOSED_MASS || times < 1 / DOSED_MASS
    ? {
        says: `The books hold ${figures(books / 1000, 3)} kg there, not ${figures(p.massG! / 1000, 3)} kg.`,
        field: 'massG',
      }
    : null;
}

/** A dose worked on a mass so many times that of the books is looked at by a second person. `verify` */
const DOSED_MASS = 1.3;

/** What no range of Reference stands behind is read on label and order, and said so. */
function askOrder(c: Context, p: Treat, dose: string): void {
  ask(c, order, {
    message: `Reference has no ranges for “${p.product}”: nothing here says whether ${dose} harms.`,
    path: 'product',
    todo: 'Check the spelling, or read it on the label and the order.',
    choices: [{ value: 'read', label: 'Label and order say so for these fish: I read both' }],
  });
}

async function secondLook(c: Context, p: Treat, odd: { says: string; field: string }): Promise<void> {
  const meant = ask(c, strength, {
    message: odd.says,
    path: odd.field,
    todo: 'Check it against label, order and fish, with a second person.',
    choices: [{ value: 'meant', label: 'It is meant, and somebody looked at it with me' }],
  });
  if (!meant) return;
  if (!p.checkedBy?.trim())
    throw new ActRefused(
      'secondPerson',
      odd.says,
      'checkedBy',
      'Say who looked at label, product and figures with you.',
    );
  if (p.checkedBy.trim().toLowerCase() === c.actor.name.toLowerCase())
    throw new ActRefused('secondPerson', 'The second person is somebody else.', 'checkedBy');
}
