import { CalculationError } from '@/core/calculation';
import { judgeBath, productNamed } from '@/core/doses/products';
import { type Dose, type DoseWorked, workDose } from '@/core/health/treatment';
import type { TreatmentInput } from '@/core/health/treatmentInput';
import { figures, plain } from '@/core/quantities/format';
import type { Species } from '@/core/species/species';
import type { Station } from '@/core/species/stations';
import { thresholds } from '@/core/thresholds';
import { DAY_MS, MINUTE_MS } from '@/core/time/spans';
import { shippedProducts } from '@/reference/products';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context } from '@/server/context';
import { order, strength } from './input';

/** The fish that a treatment is for: how many, what each weighs if they were ever weighed, and where in life they are. */
export type Treated = { number: number; meanG: number | null; species: Species; station: Station };

/**
 * What a treatment takes of its product, and when it is over; what does not fit Reference, the label or the fish is asked
 * about or refused, before anything is written.
 */
export function judgedTreatment(
  c: Context,
  p: TreatmentInput,
  of: Treated,
  at: number,
): { worked: DoseWorked; end: number } {
  const worked = work(p, of.number);
  if (p.by !== 'bath')
    askOrder(
      c,
      p,
      `${p.by === 'feed' ? `${plain(p.mgPerKgDay!)} mg/kg a day` : `${plain(p.mlEach!)} mL into each`}${of.meanG === null ? ', of fish that were never weighed,' : ''}`,
    );
  const odd = p.by === 'bath' ? bathOff(c, p, of) : ofMass(p, of);
  if (odd) secondLook(c, p, odd);
  return {
    worked,
    end: at + (p.by === 'bath' ? p.minutes! * MINUTE_MS : p.by === 'feed' ? p.days! * DAY_MS : 0),
  };
}

function work(p: TreatmentInput, number: number): DoseWorked {
  const dose: Dose =
    p.by === 'bath'
      ? {
          by: 'bath',
          targetMgPerL: p.targetMgPerL!,
          basis: p.basis,
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
function bathOff(c: Context, p: TreatmentInput, of: Treated): { says: string; field: string } | null {
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
  const [worst] = judgeBath(product, {
    group: of.species.group,
    station: of.station,
    basis: p.basis,
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
function ofMass(p: TreatmentInput, { meanG, number }: Treated): { says: string; field: string } | null {
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
  const books = meanG * number;
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
function askOrder(c: Context, p: TreatmentInput, dose: string): void {
  ask(c, order, {
    message: `Reference has no ranges for “${p.product}”: nothing here says whether ${dose} harms.`,
    path: 'product',
    todo: 'Check the spelling, or read it on the label and the order.',
    choices: [{ value: 'read', label: 'Label and order say so for these fish: I read both' }],
  });
}

function secondLook(c: Context, p: TreatmentInput, odd: { says: string; field: string }): void {
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
