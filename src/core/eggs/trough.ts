import { z } from 'zod';
import { defineCalculation, type Step, schema } from '../calculation';
import { studentQuantile } from '../distributions';
import { ratioSteps } from '../sampling/meanWeight';
import { ratioEstimate } from '../sampling/ratio';
import { type VolumeSample, volumeSample } from '../sampling/samples';
import { thresholds } from '../thresholds';
import { upperOf, volumeOfOneMl, zOf } from './sphere';

/** Share of the space that spheres fill in simple hexagonal layers, each ball over one of the layer below. */
export const HEXAGONAL_LAYERS = Math.PI / (3 * Math.sqrt(3));

/** A row is counted to the half egg: what is rounded off is spread evenly over half an egg. */
const ROUNDING_SD = 0.5 / Math.sqrt(12);

const rowCount = z
  .number()
  .gt(0, 'must be above 0')
  .refine((n) => Number.isInteger(2 * n), 'is counted to the half egg');

type Rows = { mean: number; spread: number; half: number; basis: 'rows' | 'usual' };

/** Mean of the rows with half its interval: by Student's t, but never below what counting to the half egg leaves open. */
function rowsOf(counts: readonly number[], confidence: number): Rows {
  const k = counts.length;
  const mean = counts.reduce((s, n) => s + n, 0) / k;
  const spread = k > 1 ? Math.sqrt(counts.reduce((s, n) => s + (n - mean) ** 2, 0) / (k - 1)) : 0;
  const byRows = k > 1 ? (studentQuantile(upperOf(confidence), k - 1) * spread) / Math.sqrt(k) : 0;
  const usual = thresholds.rowScatter.value * mean;
  const byUsual = (zOf(confidence) * Math.hypot(usual, ROUNDING_SD)) / Math.sqrt(k);
  // Rows that agree to the half egg, or one alone, tell nothing of how rows differ: the usual scatter stands in.
  return byRows >= byUsual
    ? { mean, spread, half: byRows, basis: 'rows' }
    : { mean, spread, half: byUsual, basis: 'usual' };
}

export const trough = defineCalculation({
  id: 'eggs.trough',
  title: 'Eggs by a row in the trough',
  asks: 'So many eggs lie in a row of known length: how large are they, and how many go to a litre?',
  input: z.strictObject({
    troughLengthMm: schema.positive,
    counts: z.array(rowCount).min(1, 'needs at least one row'),
    packing: schema.positive.lt(1, 'is a share of the space, below 1').default(HEXAGONAL_LAYERS),
    packingSd: schema.nonNegative.default(0),
    totalVolumeMl: schema.positive.optional(),
    totalVolumeSdMl: schema.nonNegative.default(0),
    confidence: schema.confidence,
  }),
  output: z.strictObject({
    diameterMm: z.number(),
    diameterLow: z.number(),
    diameterHigh: z.number(),
    eggsPerL: z.number(),
    eggs: z.number().optional(),
    low: z.number().optional(),
    high: z.number().optional(),
    relativeError: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const rows = rowsOf(i.counts, i.confidence);
    const diameterMm = i.troughLengthMm / rows.mean;
    const eggsPerL = i.packing / (volumeOfOneMl(diameterMm) / 1000);
    const relativeError = Math.hypot(
      (3 * rows.half) / rows.mean,
      zOf(i.confidence) * (i.packingSd / i.packing),
      i.totalVolumeMl === undefined ? 0 : zOf(i.confidence) * (i.totalVolumeSdMl / i.totalVolumeMl),
    );
    const eggs = i.totalVolumeMl === undefined ? undefined : (eggsPerL * i.totalVolumeMl) / 1000;
    const warnings = [
      ...(i.counts.length === 1
        ? ['one row only: how rows differ is taken from what is usual; lay at least two more']
        : []),
      ...(i.packingSd === 0
        ? ['how closely the eggs lie is taken as known: calibrate it with counted samples of this hatchery']
        : []),
      ...(diameterMm < thresholds.smallEggMm.value
        ? ['eggs near a millimetre pack otherwise and are miscounted in a row: use volume or weight']
        : []),
    ];
    return {
      diameterMm,
      diameterLow: i.troughLengthMm / (rows.mean + rows.half),
      diameterHigh: i.troughLengthMm / Math.max(rows.mean - rows.half, 0.5),
      eggsPerL,
      ...(eggs === undefined
        ? {}
        : { eggs, low: eggs * Math.max(0, 1 - relativeError), high: eggs * (1 + relativeError) }),
      relativeError,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const rows = rowsOf(i.counts, i.confidence);
    const k = i.counts.length;
    const mean = `(${i.counts.join(' + ')}) / ${k}`;
    const steps: Step[] = [
      { name: 'mean', says: 'eggs in a row', expression: mean, value: rows.mean },
      rows.basis === 'rows'
        ? {
            name: 'half',
            says: 'half its interval, by the rows',
            expression: `studentQuantile(${upperOf(i.confidence)}, ${k - 1}) * sqrt((${i.counts.map((n) => `(${n} - mean)^2`).join(' + ')}) / ${k - 1}) / sqrt(${k})`,
            value: rows.half,
          }
        : {
            name: 'half',
            says: 'half its interval, by how rows usually differ, and counting to the half egg',
            expression: `normalQuantile(${upperOf(i.confidence)}) * sqrt((${thresholds.rowScatter.value} * mean)^2 + 0.5^2 / 12) / sqrt(${k})`,
            value: rows.half,
          },
      {
        name: 'diameterMm',
        says: 'diameter',
        expression: `${i.troughLengthMm} / mean`,
        value: o.diameterMm,
        unit: 'mm',
      },
      {
        name: 'diameterLow',
        says: 'lower end',
        expression: `${i.troughLengthMm} / (mean + half)`,
        value: o.diameterLow,
        unit: 'mm',
      },
      {
        name: 'diameterHigh',
        says: 'upper end',
        expression: `${i.troughLengthMm} / max(mean - half, 0.5)`,
        value: o.diameterHigh,
        unit: 'mm',
      },
      {
        name: 'eggsPerL',
        says: 'eggs per litre',
        expression: `${i.packing} * 10^6 / (${Math.PI} * diameterMm^3 / 6)`,
        value: o.eggsPerL,
        unit: 'eggs/L',
      },
      {
        name: 'relativeError',
        says: 'half the interval of the number as a share: three times that of the diameter, with packing and volume',
        expression: `sqrt((3 * half / mean)^2 + normalQuantile(${upperOf(i.confidence)})^2 * ((${i.packingSd} / ${i.packing})^2 + ${i.totalVolumeMl === undefined ? 0 : `(${i.totalVolumeSdMl} / ${i.totalVolumeMl})^2`}))`,
        value: o.relativeError,
      },
    ];
    if (o.eggs !== undefined)
      steps.push(
        { name: 'eggs', says: 'eggs in all', expression: `eggsPerL * ${i.totalVolumeMl} / 1000`, value: o.eggs },
        { name: 'low', says: 'lower end', expression: 'eggs * max(0, 1 - relativeError)', value: o.low! },
        { name: 'high', says: 'upper end', expression: 'eggs * (1 + relativeError)', value: o.high! },
      );
    return { formula: 'd = length / mean count; eggs per litre = packing · 10⁶ / (π d³ / 6)', steps };
  },
  source:
    'Geometry: spheres in simple hexagonal layers fill π/(3√3) of the space; calibrate to this hatchery by eggs.packing',
  validWhen: 'The eggs are round, firm and of one size, touch in the row, and the vessel is many eggs wide.',
  cautions: [
    'Not for eggs near a millimetre, nor in narrow vessels, where the wall keeps them apart.',
    'Dry and hardened eggs differ in size: count the row at the time when the volume is read.',
  ],
  example: { troughLengthMm: 250, counts: [60, 60.5, 59.5], totalVolumeMl: 3000 },
});

const packingInput = z.strictObject({
  diameterMm: schema.positive,
  diameterSdMm: schema.nonNegative.default(0),
  samples: z.array(volumeSample).min(1, 'needs at least one sample'),
  priorCv: schema.positive.optional(),
  confidence: schema.confidence,
});

export const packing = defineCalculation({
  id: 'eggs.packing',
  title: 'How closely eggs lie',
  asks: 'Counted samples of eggs of known diameter: what share of the volume do the eggs themselves fill here?',
  input: packingInput,
  output: z.strictObject({
    packing: z.number(),
    low: z.number(),
    high: z.number(),
    sd: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const p = packed(i);
    const tight = Math.PI / Math.sqrt(18);
    const warnings = [
      ...p.ratio.warnings,
      ...(p.packing > tight
        ? ['more than spheres of one size can fill (0.7405): check the diameter, the counts and the volumes']
        : []),
    ];
    return {
      packing: p.packing,
      low: p.packing * Math.max(0, 1 - p.rel),
      high: p.packing * (1 + p.rel),
      sd: (p.packing * p.rel) / zOf(i.confidence),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const p = packed(i);
    return {
      formula: 'packing = eggs per mL · π d³ / 6 / 1000',
      steps: [
        ...ratioSteps(asRatio(i.samples), p.ratio, i.confidence, 'perMl', 'eggs/mL', 'eggs', 'mL', i.priorCv),
        {
          name: 'packing',
          says: 'share of the volume that eggs fill',
          expression: `perMl * ${Math.PI} * ${i.diameterMm}^3 / 6 / 1000`,
          value: o.packing,
        },
        {
          name: 'rel',
          says: 'half the interval as a share',
          expression: `sqrt((half / perMl)^2 + (normalQuantile(${upperOf(i.confidence)}) * 3 * ${i.diameterSdMm} / ${i.diameterMm})^2)`,
          value: p.rel,
        },
        { name: 'low', says: 'lower end', expression: 'packing * max(0, 1 - rel)', value: o.low },
        { name: 'high', says: 'upper end', expression: 'packing * (1 + rel)', value: o.high },
        {
          name: 'sd',
          says: 'standard deviation, for the row in the trough',
          expression: `packing * rel / normalQuantile(${upperOf(i.confidence)})`,
          value: o.sd,
        },
      ].filter((s) => p.ratio.ratio > 0 || s.name !== 'rel'),
    };
  },
  source: 'Geometry; ratio estimator: Cochran 1977, Sampling Techniques, chapter 6',
  validWhen: 'Diameter and samples are of the same eggs at the same time, in a vessel like the one used later.',
  cautions: ['Settle the samples as the total is settled: tapping packs eggs closer.'],
  example: {
    diameterMm: 4.2,
    diameterSdMm: 0.03,
    samples: [
      { volumeMl: 50, count: 790 },
      { volumeMl: 50, count: 775 },
      { volumeMl: 50, count: 801 },
    ],
  },
});

const asRatio = (samples: readonly VolumeSample[]) => samples.map((s) => ({ y: s.count, x: s.volumeMl }));

function packed(i: z.output<typeof packingInput>) {
  const counted = i.samples.reduce((s, b) => s + b.count, 0);
  const ratio = ratioEstimate(asRatio(i.samples), counted, i);
  const rel =
    ratio.ratio > 0 ? Math.hypot(ratio.half / ratio.ratio, (zOf(i.confidence) * 3 * i.diameterSdMm) / i.diameterMm) : 0;
  return { ratio, packing: ratio.ratio * volumeOfOneMl(i.diameterMm), rel };
}
