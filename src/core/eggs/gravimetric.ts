import { z } from 'zod';
import { defineCalculation, type Step, schema } from '../calculation';
import { countOutput, countSteps, eggsByRatio, intervalOf } from './byRatio';
import { upperOf, volumeOfOneMl, zOf } from './sphere';

const massSample = z.strictObject({ massG: schema.positive, count: schema.count });
const byMass = (samples: readonly z.output<typeof massSample>[]) =>
  samples.map((s) => ({ count: s.count, measure: s.massG }));

export const gravimetric = defineCalculation({
  id: 'eggs.gravimetric',
  title: 'Eggs by weight',
  asks: 'So many in a weighed sample, so much in all: how many eggs?',
  input: z.strictObject({
    samples: z.array(massSample).min(1, 'needs at least one sample'),
    totalMassG: schema.positive,
    totalMassSdG: schema.nonNegative.default(0),
    priorCv: schema.positive.optional(),
    confidence: schema.confidence,
  }),
  output: z.strictObject({ eggsPerG: z.number(), ...countOutput, warnings: schema.warnings }),
  compute: (i) => {
    const c = eggsByRatio(byMass(i.samples), i.totalMassG, i.totalMassSdG, i);
    return { eggsPerG: c.perUnit, ...intervalOf(c) };
  },
  working: (i, o) => ({
    formula: 'eggs = (Σ count / Σ mass) · total mass; half-widths of density and total add in squares',
    steps: countSteps(byMass(i.samples), i.totalMassG, i.totalMassSdG, i, 'g', [
      { name: 'eggsPerG', says: 'eggs per gram', expression: 'perUnit', value: o.eggsPerG, unit: 'eggs/g' },
    ]),
  }),
  source: 'Ratio estimator: Cochran 1977, Sampling Techniques, chapter 6',
  validWhen: 'Samples and total are drained alike, and both dry or both hardened.',
  cautions: ['Fluid weighed with the eggs counts as eggs: drain samples and total the same way.'],
  example: {
    samples: [
      { massG: 5.1, count: 102 },
      { massG: 4.9, count: 99 },
      { massG: 5.3, count: 108 },
    ],
    totalMassG: 840,
  },
});

const displacedSample = z.strictObject({ displacedMl: schema.positive, count: schema.count });
const byDisplaced = (samples: readonly z.output<typeof displacedSample>[]) =>
  samples.map((s) => ({ count: s.count, measure: s.displacedMl }));

/** Eggs by the water that they push up: the number is the displaced volume over that of one egg. */
export const displacement = defineCalculation({
  id: 'eggs.displacement',
  title: 'Eggs by displaced water',
  asks: 'The eggs pushed the water up by so much: how many are they?',
  input: z
    .strictObject({
      displacedMl: schema.positive,
      displacedSdMl: schema.nonNegative.default(0),
      diameterMm: schema.positive.optional(),
      diameterSdMm: schema.nonNegative.default(0),
      samples: z.array(displacedSample).min(1, 'needs at least one sample').optional(),
      priorCv: schema.positive.optional(),
      confidence: schema.confidence,
    })
    .refine((i) => (i.diameterMm === undefined) !== (i.samples === undefined), {
      path: ['samples'],
      error: 'give either samples or the diameter of an egg',
    }),
  output: z.strictObject({ ...countOutput, warnings: schema.warnings }),
  compute: (i) => {
    if (i.samples) return intervalOf(eggsByRatio(byDisplaced(i.samples), i.displacedMl, i.displacedSdMl, i));
    const eggs = i.displacedMl / volumeOfOneMl(i.diameterMm!);
    // An error of the diameter counts three times in the volume.
    const rel = zOf(i.confidence) * Math.hypot((3 * i.diameterSdMm) / i.diameterMm!, i.displacedSdMl / i.displacedMl);
    return {
      eggs,
      low: eggs * Math.max(0, 1 - rel),
      high: eggs * (1 + rel),
      relativeError: rel,
      ...(i.diameterSdMm === 0
        ? { warnings: ['the doubt of the diameter is not known, so its threefold is left out'] }
        : {}),
    };
  },
  working: (i, o) => {
    if (i.samples)
      return {
        formula: 'eggs = (Σ count / Σ displaced) · displaced by all; half-widths add in squares',
        steps: countSteps(byDisplaced(i.samples), i.displacedMl, i.displacedSdMl, i, 'mL'),
      };
    const steps: Step[] = [
      {
        name: 'oneMl',
        says: 'volume of one egg',
        expression: `${Math.PI} * ${i.diameterMm}^3 / 6 / 1000`,
        value: volumeOfOneMl(i.diameterMm!),
        unit: 'mL',
      },
      { name: 'eggs', says: 'eggs in all', expression: `${i.displacedMl} / oneMl`, value: o.eggs },
      {
        name: 'rel',
        says: 'half the interval as a share',
        expression: `normalQuantile(${upperOf(i.confidence)}) * sqrt((3 * ${i.diameterSdMm} / ${i.diameterMm})^2 + (${i.displacedSdMl} / ${i.displacedMl})^2)`,
        value: o.relativeError,
      },
      { name: 'low', says: 'lower end', expression: 'eggs * max(0, 1 - rel)', value: o.low },
      { name: 'high', says: 'upper end', expression: 'eggs * (1 + rel)', value: o.high },
    ];
    return { formula: 'eggs = displaced / (π d³ / 6); an error of the diameter counts three times', steps };
  },
  source: 'Archimedes: displaced volume over that of one egg; method, no source',
  validWhen: 'The eggs are drained, no air clings to them, and they are spheres where the diameter is used.',
  cautions: ['Bubbles count as eggs: stir gently before reading.'],
  example: {
    displacedMl: 420,
    samples: [
      { displacedMl: 20, count: 590 },
      { displacedMl: 20, count: 612 },
      { displacedMl: 20, count: 603 },
    ],
  },
});
