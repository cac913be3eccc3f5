import { CalculationError } from '@/core/calculation';
import { workEggBath } from '@/core/doses/eggBath';
import { judgeBath, productNamed } from '@/core/doses/products';
import { plain } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { shippedProducts } from '@/reference/products';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { askSensitive, progressAt } from '@/server/stock/asks/sensitive';
import { queuePredictions } from '@/server/stock/jobs';
import { observe } from '@/server/stock/observe';
import { can, idsOf, type Standing, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { batheEggs, dose, unlisted } from './act';

export const decision = decides(batheEggs, async (c, p) => {
  const event = eventOf(c, p);
  const treated: Standing[] = [];
  for (const [i, unit] of p.units.entries()) {
    const at = await standing(c, unit, asOf(c, event), {}, ['picked'], `units.${i}`);
    if (!(await can(c, at, 'picked')))
      throw new ActRefused(
        'noEggs',
        `${at.unit.name} holds no eggs: this bath is for eggs alone.`,
        `units.${i}`,
        'A bath for eggs and one for fish differ tenfold.',
      );
    await mustBeBath(c, at, p, event.at);
    await askSensitive(c, at, event.note, event.at, 'a bath');
    treated.push(at);
  }
  const worked = work(p);
  const intent = { ...p, worked };
  for (const [i, at] of treated.entries())
    await observe(
      c,
      event,
      'eggBath',
      { ...intent, unit: at.unit.id, of: `${i + 1} of ${treated.length}` },
      {
        ...idsOf(at),
        kind: 'bath',
        value: p.targetMgPerL,
        said: p.product.slice(0, 60),
      },
    );
  await queuePredictions(
    c,
    treated.map((t) => t.lot.id),
  );
  return { units: treated.map((t) => t.unit.name), ...worked };
});

type Asked = Parameters<typeof workEggBath>[0] & { checkedBy: string };

/** Held against Reference: beyond a range a second person looks at it, beyond an order of magnitude it is stopped. */
async function mustBeBath(c: Context, at: Standing, p: Asked, when: number): Promise<void> {
  const product = productNamed(shippedProducts(), p.product);
  if (!product) {
    if (p.targetMgPerL > thresholds.unknownBathStop.value)
      throw new ActRefused(
        'doseStop',
        `${plain(p.targetMgPerL)} mg/L of a product that Reference does not know.`,
        'targetMgPerL',
        'Nothing but salt is that strong in a bath: read the label again.',
      );
    ask(c, unlisted, {
      message: `Reference has no ranges for “${p.product}”: nothing here says whether ${plain(p.targetMgPerL)} mg/L for ${plain(p.minutes)} minutes kills.`,
      path: 'product',
      todo: 'Check the spelling, or read its range for these eggs on the label.',
      choices: [{ value: 'label', label: 'Its label allows this for these eggs: I read it' }],
    });
    return;
  }
  const species = await c.species(at.lot.species);
  const [worst] = judgeBath(product, {
    group: species.group,
    station: at.holding.station,
    basis: p.basis,
    target: p.targetMgPerL,
    minutes: p.minutes,
    activeShare: p.activeShare,
    densityKgPerL: p.densityKgPerL,
    pH: p.pH,
  });
  if (product.iodine) {
    const way = await progressAt(c, at, when);
    if (way !== null && way >= thresholds.iodineUntil.value)
      throw new ActRefused(
        'iodineLate',
        `${at.unit.name}: ${Math.round(100 * way)} % of the way to hatch. ${product.name} is not used in the last days before it.`,
        'product',
        'Wait until they have hatched; it is not for larvae either.',
      );
  }
  if (worst!.verdict === 'fits') return;
  const says = `${worst!.says.charAt(0).toUpperCase()}${worst!.says.slice(1)}.`;
  if (worst!.verdict === 'stop')
    throw new ActRefused('doseStop', says, worst!.field, 'Read the label again; ask the veterinarian.');
  const meant = ask(c, dose, {
    message: says,
    path: worst!.field,
    todo: 'Check it against label and veterinarian, with a second person.',
    choices: [{ value: 'meant', label: 'It is meant, and somebody looked at it with me' }],
  });
  if (!meant) return;
  if (!p.checkedBy.trim())
    throw new ActRefused('secondPerson', says, 'checkedBy', 'Say who looked at label, product and figures with you.');
  if (p.checkedBy.trim().toLowerCase() === c.actor.name.toLowerCase())
    throw new ActRefused('secondPerson', 'The second person is somebody else.', 'checkedBy');
}

function work(p: Parameters<typeof workEggBath>[0]) {
  try {
    return workEggBath(p);
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    throw new ActRefused('dose', e.says, e.path, 'Read the label again.');
  }
}
