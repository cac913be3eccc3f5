import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';

export const calculation = defineCalculation({
  id: 'health.vaccine',
  title: 'Vaccine, hands and hours',
  asks: 'So many are to be vaccinated: how much vaccine, how many bottles, how long?',
  input: z.strictObject({
    number: schema.count.min(1, 'needs at least one'),
    /** Of one animal. */
    doseMl: schema.positive,
    /** Left in bottles, tubes and on the floor, as a share of what is used. */
    wasteShare: z.number().min(0, 'cannot be negative').lt(1, 'must be below 1: all of it would be lost').default(0.05),
    bottleMl: schema.positive.optional(),
    /** Animals that one pair of hands vaccinates in an hour. */
    perHandHour: schema.positive,
    hands: schema.count.min(1, 'needs a hand'),
    /** Animals after which a needle is changed. */
    needleAfter: schema.count.min(1, 'needs at least one').optional(),
  }),
  output: z.strictObject({
    doses: z.number(),
    volumeMl: z.number(),
    bottles: z.number().optional(),
    hours: z.number(),
    needles: z.number().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const volumeMl = (i.number * i.doseMl) / (1 - i.wasteShare);
    const hours = i.number / (i.perHandHour * i.hands);
    return {
      doses: i.number,
      volumeMl,
      ...(i.bottleMl === undefined ? {} : { bottles: Math.ceil(volumeMl / i.bottleMl - 1e-9) }),
      hours,
      ...(i.needleAfter === undefined
        ? {}
        : { needles: i.hands * Math.ceil(i.number / i.hands / i.needleAfter - 1e-9) }),
      ...(hours > LONG_DAY
        ? { warnings: ['longer than a day’s work: tired hands prick themselves; plan more hands or more days'] }
        : {}),
    };
  },
  working: (i, o) => ({
    formula: 'volume = number · dose / (1 − waste), hours = number / (pace · hands)',
    steps: [
      {
        name: 'volumeMl',
        says: 'with what is lost',
        expression: `${i.number} * ${i.doseMl} / (1 - ${i.wasteShare})`,
        value: o.volumeMl,
        unit: 'mL',
      },
      {
        name: 'hours',
        says: 'with these hands',
        expression: `${i.number} / (${i.perHandHour} * ${i.hands})`,
        value: o.hours,
        unit: 'h',
      },
    ],
  }),
  source: 'Arithmetic; method, no source. Pace: your own of earlier sessions',
  validWhen: 'All of them are of a size that the label allows, fasted, and well.',
  cautions: [
    'Label and veterinarian decide on vaccine, size and temperature.',
    'A needlestick with an oil-based vaccine is an emergency: to hospital at once, with the leaflet.',
  ],
  example: { number: 24000, doseMl: 0.1, bottleMl: 500, perHandHour: 1200, hands: 4, needleAfter: 1000 },
});

/** Hours of one session that hands bear. */
const LONG_DAY = 8;
