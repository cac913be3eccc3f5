import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { Z95 } from '../quantities/interval';

export type Conversion = {
  /** Feed a gain, g a g; null where nothing was gained. */
  conversion: number | null;
  gainG: number;
  /** 95 % interval (Fieller); null where the gain is not clear of zero. */
  low: number | null;
  high: number | null;
};

/**
 * What a gain of mass took of feed. The feed is weighed, the gain is the difference of two masses that are known with a
 * doubt: Fieller's interval of their ratio is the feed over the ends of the gain's.
 * @param sdG of the gain, of both masses together
 * @example conversionOf(900, 1000, 0) // { conversion: 0.9, gainG: 1000, low: 0.9, high: 0.9 }
 */
export function conversionOf(feedG: number, gainG: number, sdG: number): Conversion {
  const clear = gainG - Z95 * sdG > 0;
  return {
    conversion: gainG > 0 ? feedG / gainG : null,
    gainG,
    low: clear ? feedG / (gainG + Z95 * sdG) : null,
    high: clear ? feedG / (gainG - Z95 * sdG) : null,
  };
}

const gainOf = (i: { startMassG: number; endMassG: number; deadMassG: number; removedMassG: number }) =>
  i.endMassG - i.startMassG + i.deadMassG + i.removedMassG;

export const calculation = defineCalculation({
  id: 'feed.conversion',
  title: 'Feed conversion',
  asks: 'How much feed did a gram of growth take?',
  input: z.strictObject({
    feedG: schema.nonNegative,
    startMassG: schema.nonNegative,
    startSdG: schema.nonNegative.default(0),
    endMassG: schema.nonNegative,
    endSdG: schema.nonNegative.default(0),
    /** What died meanwhile, as it weighed then. */
    deadMassG: schema.nonNegative.default(0),
    /** What was taken out alive. */
    removedMassG: schema.nonNegative.default(0),
  }),
  output: z.strictObject({
    conversion: z.number().nullable(),
    gainG: z.number(),
    low: z.number().nullable(),
    high: z.number().nullable(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const c = conversionOf(i.feedG, gainOf(i), Math.hypot(i.startSdG, i.endSdG));
    const warnings: string[] = [];
    if (c.conversion === null) warnings.push('nothing was gained: no conversion can be told');
    else if (c.low === null)
      warnings.push('the gain is not clear of zero: the conversion may be anything. Weigh more, or wait longer');
    else if (c.conversion < 0.4) warnings.push('hardly possible on dry feed: is the mass at the start too low?');
    return { ...c, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => ({
    formula: 'conversion = feed / gain; gain = end − start + dead + taken out',
    steps: [
      {
        name: 'gainG',
        says: 'gain, what died or left counted in',
        expression: `${i.endMassG} - ${i.startMassG} + ${i.deadMassG} + ${i.removedMassG}`,
        value: o.gainG,
        unit: 'g',
      },
      ...(o.conversion === null
        ? []
        : [{ name: 'conversion', says: 'feed a gain', expression: `${i.feedG} / gainG`, value: o.conversion }]),
      ...(o.low === null || o.high === null
        ? []
        : [
            {
              name: 'half',
              says: 'half the interval of the gain',
              expression: `normalQuantile(0.975) * sqrt(${i.startSdG}^2 + ${i.endSdG}^2)`,
              value: Z95 * Math.hypot(i.startSdG, i.endSdG),
              unit: 'g',
            },
            { name: 'low', says: 'from', expression: `${i.feedG} / (gainG + half)`, value: o.low },
            { name: 'high', says: 'to', expression: `${i.feedG} / (gainG - half)`, value: o.high },
          ]),
    ],
  }),
  source: 'Interval of a ratio: Fieller 1954, J. R. Stat. Soc. B 16: 175-185',
  validWhen: 'Both masses are measured independently; feed was weighed, not guessed.',
  cautions: ['Feed that was left counts as fed unless it is taken off: then it is waste that hides as conversion.'],
  example: { feedG: 18_400, startMassG: 21_000, startSdG: 600, endMassG: 40_300, endSdG: 900, deadMassG: 350 },
});
