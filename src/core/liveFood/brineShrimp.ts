import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';

/** Cysts that a litre of hatching water bears, g; with strong air and light up to five. FAO 361 (1996). `verify` */
export const USUAL_G_PER_L = 2;
const MOST_G_PER_L = 5;

/** Cysts for a number of nauplii, g. @example cystsFor(1e6, 250_000, 0.8, 1) // 5 */
export const cystsFor = (nauplii: number, naupliiPerGram: number, hatchShare: number, separationShare: number) =>
  nauplii / (naupliiPerGram * hatchShare * separationShare);

const share = z.number().gt(0, 'must be above 0').max(1, 'is a share: from 0 to 1');

export const calculation = defineCalculation({
  id: 'liveFeed.brineShrimp',
  title: 'Cysts to sow',
  asks: 'How many grams of cysts, in how many cones, for so many nauplii?',
  input: z.strictObject({
    nauplii: schema.positive,
    /** That a gram would give if every cyst hatched. */
    naupliiPerGram: schema.positive,
    hatchShare: share,
    /** That are left after settling and rinsing. */
    separationShare: share.default(1),
    coneL: schema.positive.optional(),
    gramsPerL: schema.positive.optional(),
  }),
  output: z.strictObject({ cystsG: z.number(), cones: z.number().optional(), warnings: schema.warnings }),
  compute: (i) => {
    const cystsG = cystsFor(i.nauplii, i.naupliiPerGram, i.hatchShare, i.separationShare);
    const gramsPerL = i.gramsPerL ?? USUAL_G_PER_L;
    const warnings: string[] = [];
    if (gramsPerL > MOST_G_PER_L)
      warnings.push(`more than ${MOST_G_PER_L} g a litre: they hatch badly even with strong air`);
    else if (gramsPerL > USUAL_G_PER_L)
      warnings.push(`above ${USUAL_G_PER_L} g a litre only with strong air and light`);
    if (i.naupliiPerGram > 400_000) warnings.push('more than any gram of cysts holds: nauplii a gram?');
    return {
      cystsG,
      ...(i.coneL === undefined ? {} : { cones: conesFor(cystsG, i.coneL, gramsPerL) }),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'cysts = nauplii / (nauplii a gram · share hatched · share after separation)',
    steps: [
      {
        name: 'cystsG',
        says: 'cysts to sow',
        expression: `${i.nauplii} / (${i.naupliiPerGram} * ${i.hatchShare} * ${i.separationShare})`,
        value: o.cystsG,
        unit: 'g',
      },
      ...(i.coneL === undefined
        ? []
        : [
            {
              name: 'full',
              says: 'cones, full',
              expression: `cystsG / (${i.coneL} * ${i.gramsPerL ?? USUAL_G_PER_L})`,
              value: o.cystsG / (i.coneL * (i.gramsPerL ?? USUAL_G_PER_L)),
            },
          ]),
    ],
  }),
  source: 'Van Stappen in Lavens and Sorgeloos (eds.) 1996, FAO Fisheries Technical Paper 361, chapter 4',
  validWhen: 'Hatched at the salinity, warmth, light and air at which the share was found.',
  cautions: [
    'Shells and unhatched cysts block the gut: separate before feeding.',
    'Weigh with dry hands; close the tin at once.',
  ],
  example: { nauplii: 24_000_000, naupliiPerGram: 270_000, hatchShare: 0.82, separationShare: 0.93, coneL: 60 },
});

/** Whole cones; a hair above a full one is a full one. @example conesFor(120, 60, 2) // 1 */
export const conesFor = (cystsG: number, coneL: number, gramsPerL: number) =>
  Math.max(1, Math.ceil(cystsG / (coneL * gramsPerL) - 1e-9));
