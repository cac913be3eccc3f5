import type { z } from 'zod';
import { CalculationError, run } from '@/core/calculation';
import { bath, dilution } from '@/core/doses/doses';
import { IODINE_LEAST_PH } from '@/core/doses/products';
import { plain } from '@/core/quantities/format';
import type { BathMixed, bathFields } from '@/core/spawning/acts';
import type { ProtocolBath } from '@/core/spawning/protocol';
import { thresholds } from '@/core/thresholds';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { dayById } from '@/server/stock/spawningDay';
import { eventOf } from '@/server/when';
import { protocolsInForce } from '@/store/protocols';
import { record } from '../../dayState';
import { dose, mixBath } from './act';

export const decision = decides(mixBath, async (c, p) => {
  const event = eventOf(c, p);
  const d = await dayById(c, p.day);
  const protocol = (await protocolsInForce(c.trx, c.site.id)).get(p.protocol);
  if (!protocol?.bath) throw new ActRefused('noProtocol', 'That protocol has no bath.', 'protocol');
  mustBeStrength(c, protocol.bath, p.targetMgPerL);
  if (protocol.bath.basis === 'availableIodine' && p.pH !== undefined && p.pH < IODINE_LEAST_PH)
    throw new ActRefused(
      'pH',
      `At pH ${plain(p.pH)} iodine comes free of its carrier and burns eggs.`,
      'pH',
      'Buffer it to 6.5 to 7.5 and measure again.',
    );
  const worked = workBath(p, protocol.bath.basis);
  const intent: BathMixed & { day: number; name: string; of: string } = {
    ...p,
    ...worked,
    name: protocol.name,
    of: protocol.bath.of,
  };
  await record(c, 'bath', event, intent, [
    { kind: 'bath', spawning_day_id: d.id, value: p.targetMgPerL, said: p.protocol.slice(0, 60) },
  ]);
  return { name: protocol.name, ...worked };
});

function mustBeStrength(c: Context, b: ProtocolBath, mgPerL: number): void {
  const range = `${plain(b.low)} to ${plain(b.high)} mg/L of ${b.of} in the protocol`;
  const far = thresholds.doseStop.value;
  if (mgPerL > b.high * far || mgPerL < b.low / far)
    throw new ActRefused(
      'doseStop',
      `${plain(mgPerL)} mg/L is an order of magnitude from ${range}: product read as ${b.of}, or a slip of a point.`,
      'targetMgPerL',
      'Read the label again. If it is meant, the manager puts the protocol right first.',
    );
  if (mgPerL > b.high || mgPerL < b.low)
    ask(c, dose, {
      message: `${plain(mgPerL)} mg/L lies outside ${range}.`,
      path: 'targetMgPerL',
      todo: 'Check it against label and veterinarian.',
      choices: [{ value: 'meant', label: `It is meant: ${plain(mgPerL)} mg/L` }],
    });
}

function workBath(p: z.output<z.ZodObject<typeof bathFields>>, basis: ProtocolBath['basis']) {
  try {
    if (p.way === 'stock') {
      const o = run(dilution, {
        stockConcentration: p.stockMgPerL,
        targetConcentration: p.targetMgPerL,
        targetVolumeL: p.volumeL,
      });
      return { productG: null, productMl: null, stockL: o.stockVolumeL };
    }
    const o = run(bath, {
      volumeL: p.volumeL,
      targetMgPerL: p.targetMgPerL,
      activeShare: p.activeShare,
      densityKgPerL: p.densityKgPerL,
      basis,
    });
    return { productG: o.productG, productMl: o.productMl ?? null, stockL: null };
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    const path = { targetConcentration: 'targetMgPerL' }[e.path] ?? e.path;
    throw new ActRefused('dose', e.says, path, 'Read the label again.');
  }
}
