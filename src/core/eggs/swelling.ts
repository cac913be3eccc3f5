import { z } from 'zod';
import { defineCalculation, type Step, schema } from '../calculation';
import { studentQuantile } from '../distributions';
import { figures } from '../quantities/format';
import { upperOf } from './sphere';

const batch = z.strictObject({
  label: z.string().optional(),
  /** Eggs as stripped, ovarian fluid let off as always. */
  dryG: schema.positive,
  /** The same eggs once hardening has ended. */
  hardenedMl: schema.positive,
  /** Counted in them. */
  eggs: schema.positive.optional(),
});

const input = z.strictObject({
  batches: z.array(batch).min(1, 'needs at least one batch').max(500),
  confidence: schema.confidence,
});

/** Mean over batches of a figure, and where the next batch will lie: t on k − 1, wider by 1/k. Null spread of one. */
function over(values: readonly number[], confidence: number) {
  const k = values.length;
  const mean = values.reduce((s, v) => s + v, 0) / k;
  if (k < 2) return { mean, sd: null, low: null, high: null };
  const sd = Math.sqrt(values.reduce((s, v) => s + (v - mean) ** 2, 0) / (k - 1));
  const half = studentQuantile(upperOf(confidence), k - 1) * sd * Math.sqrt(1 + 1 / k);
  return { mean, sd, low: Math.max(0, mean - half), high: mean + half };
}

export const swelling = defineCalculation({
  id: 'eggs.swelling',
  title: 'Dry to hardened',
  asks: 'Batches weighed dry and measured hardened: how much does a dry gram make, and where will the next one lie?',
  input,
  output: z.strictObject({
    /** Millilitres of hardened eggs from a gram of dry ones. */
    mlPerDryG: z.number(),
    sd: z.number().nullable(),
    /** Where the next batch is expected. */
    nextLow: z.number().nullable(),
    nextHigh: z.number().nullable(),
    eggsPerDryG: z.number().nullable(),
    eggsPerDryGSd: z.number().nullable(),
    eggsPerHardenedL: z.number().nullable(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const swell = over(
      i.batches.map((b) => b.hardenedMl / b.dryG),
      i.confidence,
    );
    const counted = i.batches.filter((b) => b.eggs !== undefined);
    const perG =
      counted.length > 0
        ? over(
            counted.map((b) => b.eggs! / b.dryG),
            i.confidence,
          )
        : null;
    const perL =
      counted.length > 0
        ? over(
            counted.map((b) => (1000 * b.eggs!) / b.hardenedMl),
            i.confidence,
          )
        : null;
    return {
      mlPerDryG: swell.mean,
      sd: swell.sd,
      nextLow: swell.low,
      nextHigh: swell.high,
      eggsPerDryG: perG?.mean ?? null,
      eggsPerDryGSd: perG?.sd ?? null,
      eggsPerHardenedL: perL?.mean ?? null,
      ...(i.batches.length < 2
        ? { warnings: ['one batch only: how batches differ is not known, so the next one cannot be judged'] }
        : {}),
    };
  },
  working: (i, o) => {
    const k = i.batches.length;
    const ratios = i.batches.map((b) => `${b.hardenedMl} / ${b.dryG}`);
    const steps: Step[] = [
      {
        name: 'mlPerDryG',
        says: 'hardened millilitres of a dry gram',
        expression: `(${ratios.join(' + ')}) / ${k}`,
        value: o.mlPerDryG,
        unit: 'mL/g',
      },
    ];
    if (o.sd !== null && o.nextLow !== null && o.nextHigh !== null)
      steps.push(
        {
          name: 'sd',
          says: 'how batches differ',
          expression: `sqrt((${ratios.map((r) => `(${r} - mlPerDryG)^2`).join(' + ')}) / ${k - 1})`,
          value: o.sd,
        },
        {
          name: 'nextLow',
          says: 'the next batch, from',
          expression: `max(0, mlPerDryG - studentQuantile(${upperOf(i.confidence)}, ${k - 1}) * sd * sqrt(1 + 1 / ${k}))`,
          value: o.nextLow,
        },
        {
          name: 'nextHigh',
          says: 'to',
          expression: `mlPerDryG + studentQuantile(${upperOf(i.confidence)}, ${k - 1}) * sd * sqrt(1 + 1 / ${k})`,
          value: o.nextHigh,
        },
      );
    const counted = i.batches.filter((b) => b.eggs !== undefined);
    if (o.eggsPerDryG !== null)
      steps.push({
        name: 'eggsPerDryG',
        says: 'eggs in a dry gram',
        expression: `(${counted.map((b) => `${b.eggs} / ${b.dryG}`).join(' + ')}) / ${counted.length}`,
        value: o.eggsPerDryG,
      });
    return { formula: 'hardened volume / dry mass, each batch alike; the next lies within t · sd · √(1 + 1/k)', steps };
  },
  source: 'method, no source; prediction interval of a normal mean',
  validWhen: 'Fluid is let off alike each time, and hardening has ended before the volume is read.',
  cautions: ['Eggs swell by a fifth (trout) to several times (carps): dry and hardened figures are never mixed.'],
  example: {
    batches: [
      { dryG: 318, hardenedMl: 560, eggs: 27000 },
      { dryG: 290, hardenedMl: 530, eggs: 25100 },
      { dryG: 402, hardenedMl: 700, eggs: 34800 },
    ],
  },
});

export type Learned = ReturnType<typeof swelling.compute>;

/**
 * Whether eggs said to be hardened (or dry) can be so, by the volume that their dry mass has come to.
 * As stripped a gram is about a millilitre: fluid fills the spaces between eggs, and both weigh little more than water.
 * @returns what is off, in words; null where nothing is, or nothing can be told
 */
export function swellingSays(
  said: 'dry' | 'hardened',
  dryG: number,
  volumeMl: number,
  own: Learned | null,
): string | null {
  const ratio = volumeMl / dryG;
  const shown = figures(ratio, 2);
  if (said === 'dry')
    return own && own.nextLow !== null && ratio >= own.nextLow && own.nextLow > 1.15
      ? `${shown} mL for each dry gram is what hardened eggs make here: are they hardened already?`
      : null;
  if (!own || own.nextLow === null || own.nextHigh === null) return null;
  if (ratio >= own.nextLow && ratio <= own.nextHigh) return null;
  const usual = `${figures(own.mlPerDryG, 2)} mL are usual here (${figures(own.nextLow, 2)} to ${figures(own.nextHigh, 2)})`;
  return ratio < own.nextLow
    ? `${shown} mL for each dry gram: ${usual}. Has hardening ended? Were eggs lost, or is a volume or a mass wrong?`
    : `${shown} mL for each dry gram: ${usual}. Look for water in the measure, or eggs of another bowl.`;
}
