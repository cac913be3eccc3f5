import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { type EggsByRatio, eggsByRatio } from '../eggs/byRatio';
import { volumeSample } from '../sampling/samples';

const input = z.strictObject({
  samples: z.array(volumeSample).min(1, 'needs at least one sample'),
  totalVolumeL: schema.positive,
  totalVolumeSdL: schema.nonNegative.default(0),
  /** The usual scatter between samples here, as a share: stands in where there are fewer than three. */
  priorCv: schema.positive.optional(),
});
type Input = z.output<typeof input>;

const countOf = (i: Input): EggsByRatio =>
  eggsByRatio(
    i.samples.map((s) => ({ count: s.count, measure: s.volumeMl })),
    i.totalVolumeL * 1000,
    i.totalVolumeSdL * 1000,
    { priorCv: i.priorCv },
  );

export const calculation = defineCalculation({
  id: 'liveFeed.count',
  title: 'Live food by subsamples',
  asks: 'So many in a few small samples: how many are in the whole harvest?',
  input,
  output: z.strictObject({
    perMl: z.number(),
    number: z.number(),
    low: z.number(),
    high: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const c = countOf(i);
    const half = c.eggs * c.relativeHalf;
    const warnings = [...c.ratio.warnings];
    if (c.mostIfNone !== null) warnings.push('none in any sample: the upper end is what would often show none');
    return {
      perMl: c.perUnit,
      number: c.eggs,
      low: Math.max(0, c.eggs - half),
      high: c.mostIfNone ?? c.eggs + half,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'number = (Σ count / Σ volume) · total volume',
    steps: [
      {
        name: 'perMl',
        says: 'in a millilitre',
        expression: `(${i.samples.map((s) => s.count).join(' + ')}) / (${i.samples.map((s) => s.volumeMl).join(' + ')})`,
        value: o.perMl,
        unit: 'per mL',
      },
      { name: 'number', says: 'in all', expression: `perMl * ${i.totalVolumeL} * 1000`, value: o.number },
      {
        name: 'half',
        says: 'half the interval as a share',
        expression: `${countOf(i).relativeHalf}`,
        value: countOf(i).relativeHalf,
      },
    ],
    notes: [
      'The interval is that of a ratio estimator with Student’s t: it takes the scatter of the samples as it is.',
    ],
  }),
  source: 'Ratio estimator: Cochran 1977, Sampling Techniques, chapter 6',
  validWhen: 'The water is stirred by air while samples are taken, from several depths.',
  cautions: ['Nauplii gather in light: stir, and sample fast.', 'Count shells apart: they are no food.'],
  example: {
    samples: [
      { volumeMl: 0.5, count: 118 },
      { volumeMl: 0.5, count: 131 },
      { volumeMl: 0.5, count: 109 },
    ],
    totalVolumeL: 40,
  },
});
