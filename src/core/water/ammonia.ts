import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';

/** Change of pKa with salinity, per ppt (Bell et al. 2007, the salinity term of their fit). */
const PKA_PER_PPT = 0.003071;

/** Acid constant of ammonium. Emerson et al. 1975 for fresh water, with Bell's salinity term. */
export function ammoniumPka(celsius: number, salinityPpt = 0): number {
  return 0.09018 + 2729.92 / (celsius + 273.15) + PKA_PER_PPT * salinityPpt;
}

/** Share of total ammonia nitrogen that is un-ionised. @example unionisedFraction(16, 7.6) // 0.01158 */
export function unionisedFraction(celsius: number, pH: number, salinityPpt = 0): number {
  return 1 / (1 + 10 ** (ammoniumPka(celsius, salinityPpt) - pH));
}

export const calculation = defineCalculation({
  id: 'water.unionisedAmmonia',
  title: 'Toxic share of ammonia',
  asks: 'Of the ammonia measured, how much is the toxic, un-ionised form?',
  input: z.strictObject({
    celsius: z.number().min(0, 'must be 0 to 50 °C').max(50, 'must be 0 to 50 °C'),
    pH: z.number().min(0, 'must be 0 to 14').max(14, 'must be 0 to 14'),
    tanMgPerL: schema.nonNegative,
    salinityPpt: z.number().min(0, 'cannot be negative').max(40, 'must be 0 to 40 ppt').default(0),
  }),
  output: z.strictObject({ fraction: z.number(), nh3MgPerL: z.number(), warnings: schema.warnings }),
  compute: (i) => {
    const fraction = unionisedFraction(i.celsius, i.pH, i.salinityPpt);
    const warnings: string[] = [];
    if (i.pH < 6 || i.pH > 10) warnings.push('the constants were fitted for pH 6 to 10');
    if (i.celsius > 30) warnings.push('the constants were fitted for 0 to 30 °C');
    return { fraction, nh3MgPerL: fraction * i.tanMgPerL, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => ({
    formula: 'fraction = 1 / (1 + 10^(pKa − pH))',
    steps: [
      {
        name: 'pKa',
        says: 'acid constant at this temperature and salinity',
        expression: `0.09018 + 2729.92 / (${i.celsius} + 273.15) + ${PKA_PER_PPT} * ${i.salinityPpt}`,
        value: ammoniumPka(i.celsius, i.salinityPpt),
      },
      { name: 'fraction', says: 'un-ionised share', expression: `1 / (1 + 10^(pKa - ${i.pH}))`, value: o.fraction },
      {
        name: 'nh3MgPerL',
        says: 'un-ionised ammonia, as nitrogen',
        expression: `fraction * ${i.tanMgPerL}`,
        value: o.nh3MgPerL,
        unit: 'mg N/L',
      },
    ],
    notes: [
      'Both as nitrogen. The salinity term is to verify against your own tables before it decides anything in brackish water.',
    ],
  }),
  source:
    'Emerson et al. 1975, J. Fish. Res. Board Can. 32: 2379-2383; salinity term from Bell et al. 2007, Environ. Chem. 4: 183-186 (verify)',
  validWhen: '0 to 30 °C, pH 6 to 10.',
  cautions: ['A rise in pH, by lime or by algae in the afternoon, makes harmless ammonia toxic.'],
  example: { celsius: 16, pH: 7.6, tanMgPerL: 1 },
});
