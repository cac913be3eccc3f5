import { z } from 'zod';
import { CalculationError, run } from '@/core/calculation';
import { bath, dilution } from '@/core/doses/doses';
import { IODINE_LEAST_PH } from '@/core/doses/products';
import { ownRules } from '@/core/ownRules';
import { plain } from '@/core/quantities/format';
import { type BathMixed, bathFields } from '@/core/spawning/acts';
import type { bathAt } from '@/core/spawning/baths';
import type { ProtocolBath } from '@/core/spawning/protocol';
import { protocolsInForce } from '@/store/protocols';
import { day, record, roles } from './bench';
import { defineCommand } from './define';
import { CommandRefused } from './refused';
import { dayById } from './spawningDay';
import { eventFields, eventOf } from './when';

/** A bath that was not recorded, or that has had its batches: what one batch leaves in it goes to the next. */
export function askBath(inUse: ReturnType<typeof bathAt>): void {
  if (inUse && inUse.batches.length < inUse.batchesMost) return;
  const n = inUse?.batches.length ?? 0;
  throw new CommandRefused(
    inUse ? 'bathSpent' : 'noBath',
    inUse
      ? `This bath has had ${n} ${n === 1 ? 'batch' : 'batches'} (${inUse.batches.map((b) => b.bowl).join(', ')}), ${inUse.batchesMost} at most: organic matter has spent it.`
      : 'No bath is recorded as mixed for this.',
    'step',
    'Mix a fresh one and record it first; the time of this step can be put right then.',
    {
      field: 'bath',
      choices: [inUse ? { value: 'again', label: 'Used once more' } : { value: 'elsewhere', label: 'Mixed elsewhere' }],
    },
  );
}

/** A bath mixed: worked out, held against the protocol’s range, with the drum’s lot. */
export const mixBath = defineCommand({
  type: 'spawning.bath',
  roles,
  schema: z
    .object({ ...eventFields, day, ...bathFields, dose: z.literal('meant').optional() })
    .refine((p) => p.way === 'stock' || p.activeShare !== undefined, {
      path: ['activeShare'],
      error: 'needed: what share of the product counts, by its label',
    })
    .refine((p) => p.way === 'product' || p.stockMgPerL !== undefined, {
      path: ['stockMgPerL'],
      error: 'needed: the strength of the stock',
    }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const d = await dayById(c, p.day);
    const protocol = (await protocolsInForce(c.trx, c.site.id)).get(p.protocol);
    if (!protocol?.bath) throw new CommandRefused('noProtocol', 'That protocol has no bath.', 'protocol');
    mustBeStrength(protocol.bath, p.targetMgPerL, p.dose);
    if (protocol.bath.basis === 'availableIodine' && p.pH !== undefined && p.pH < IODINE_LEAST_PH)
      throw new CommandRefused(
        'pH',
        `At pH ${plain(p.pH)} iodine comes free of its carrier and burns eggs.`,
        'pH',
        'Buffer it to 6.5 to 7.5 and measure again.',
      );
    const worked = workBath(p, protocol.bath.basis);
    const { dose: _, ...sent } = p;
    const intent: BathMixed & { day: number; name: string; of: string } = {
      ...sent,
      ...worked,
      name: protocol.name,
      of: protocol.bath.of,
    };
    await record(c, 'bath', event, intent, [
      { kind: 'bath', spawning_day_id: d.id, value: p.targetMgPerL, said: p.protocol.slice(0, 60) },
    ]);
    return { name: protocol.name, ...worked };
  },
});

function mustBeStrength(b: ProtocolBath, mgPerL: number, meant?: string): void {
  const range = `${plain(b.low)} to ${plain(b.high)} mg/L of ${b.of} in the protocol`;
  const far = ownRules.doseStop.value;
  if (mgPerL > b.high * far || mgPerL < b.low / far)
    throw new CommandRefused(
      'doseStop',
      `${plain(mgPerL)} mg/L is an order of magnitude from ${range}: product read as ${b.of}, or a slip of a point.`,
      'targetMgPerL',
      'Read the label again. If it is meant, the manager puts the protocol right first.',
    );
  if ((mgPerL > b.high || mgPerL < b.low) && !meant)
    throw new CommandRefused(
      'dose',
      `${plain(mgPerL)} mg/L lies outside ${range}.`,
      'targetMgPerL',
      'Check it against label and veterinarian.',
      { field: 'dose', choices: [{ value: 'meant', label: `It is meant: ${plain(mgPerL)} mg/L` }] },
    );
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
    throw new CommandRefused('dose', e.says, path, 'Read the label again.');
  }
}
