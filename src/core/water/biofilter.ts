import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { TAN_PER_PROTEIN } from '../feeding/ration';
import { thresholds } from '../thresholds';

/** Temperature at which the rates of Reference stand. */
export const AT_CELSIUS = 20;

/** Factor on rates of nitrifying bacteria by temperature, 1 at 20 °C. */
export const nitrifyingAt = (celsius: number): number => thresholds.nitrifyingWarmth.value ** (celsius - AT_CELSIUS);

/** Total ammonia nitrogen that feed becomes, grams. */
export const tanOfFeed = (feedG: number, proteinShare: number): number => feedG * proteinShare * TAN_PER_PROTEIN;

const input = z.strictObject({
  /** Surface of its media. */
  surfaceM2: schema.positive,
  celsius: z.number().min(0, 'is ice').max(40, 'is beyond any of them'),
  feedGPerDay: schema.nonNegative,
  proteinShare: z.number().gt(0, 'must be above 0').max(1, 'is a share: from 0 to 1').optional(),
  /** Ammonia nitrogen that a square metre turns over in a day at 20 °C. */
  gTanPerM2Day: schema.positive.optional(),
});

/** What a conditioned biofilter turns over, and what the feed puts on it. */
export const calculation = defineCalculation({
  id: 'water.biofilter',
  title: 'Biofilter against its load',
  asks: 'Does the biofilter turn over the ammonia of what is fed?',
  input,
  output: z.strictObject({
    capacityGPerDay: z.number(),
    loadGPerDay: z.number(),
    share: z.number(),
    feedMostGPerDay: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const capacity = i.surfaceM2 * (i.gTanPerM2Day ?? thresholds.nitrifiedPerM2.value) * nitrifyingAt(i.celsius);
    const perFeed = tanOfFeed(1, i.proteinShare ?? thresholds.usualProtein.value);
    const load = i.feedGPerDay * perFeed;
    const share = load / capacity;
    return {
      capacityGPerDay: capacity,
      loadGPerDay: load,
      share,
      feedMostGPerDay: capacity / perFeed,
      ...(share > 1
        ? {
            warnings: ['more ammonia is made than it turns over: it will rise until less is fed or water is exchanged'],
          }
        : share > thresholds.fullFilter.value
          ? { warnings: ['nearly full: a colder day, a blocked layer, a treatment, and ammonia stays'] }
          : {}),
    };
  },
  working: (i, o) => ({
    formula: 'capacity = surface · rate · factor^(T − 20); load = feed · protein · 0.092',
    steps: [
      {
        name: 'capacity',
        says: 'it turns over in a day',
        expression: `${i.surfaceM2} * ${i.gTanPerM2Day ?? thresholds.nitrifiedPerM2.value} * ${thresholds.nitrifyingWarmth.value} ^ (${i.celsius} - ${AT_CELSIUS})`,
        value: o.capacityGPerDay,
        unit: 'g',
      },
      {
        name: 'load',
        says: 'the feed becomes',
        expression: `${i.feedGPerDay} * ${i.proteinShare ?? thresholds.usualProtein.value} * ${TAN_PER_PROTEIN}`,
        value: o.loadGPerDay,
        unit: 'g',
      },
      { name: 'share', says: 'of what it bears', expression: 'load / capacity', value: o.share },
      {
        name: 'feedMost',
        says: 'so much may be fed a day',
        expression: `capacity / (${i.proteinShare ?? thresholds.usualProtein.value} * ${TAN_PER_PROTEIN})`,
        value: o.feedMostGPerDay,
        unit: 'g',
      },
    ],
  }),
  source:
    'Ammonia from protein: Timmons and Ebeling, Recirculating Aquaculture. Rate by surface and temperature as a power of the degrees: verify',
  validWhen: 'The filter is conditioned, aired and not blocked; oxygen behind it stays above 4 mg/L (verify).',
  cautions: [
    'Formalin, salt in steps, antibiotics and chlorine hold nitrifying bacteria up or kill them: read ammonia and nitrite after each.',
  ],
  example: { surfaceM2: 400, celsius: 18, feedGPerDay: 1800, proteinShare: 0.48 },
});
