import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { upperOf, zOf } from '../eggs/sphere';
import { ratioEstimate } from '../sampling/ratio';

/** A pass that the device counted and hands counted after it. */
export const deviceCheck = z.strictObject({
  device: schema.count.min(1, 'needs at least one'),
  hand: schema.count.min(1, 'needs at least one'),
});
export type DeviceCheck = z.output<typeof deviceCheck>;

export type Corrected = {
  /** True animals for each that the device counts. */
  factor: number;
  number: number;
  sd: number;
  low: number;
  high: number;
  /** Scatter of a pass about the factor, as a share, for a pass as long as this one. */
  spreadShare: number;
  df: number;
};

/**
 * What an electronic counter showed, corrected by passes that were counted by hand as well: the factor is the ratio of
 * sums, its error that of a ratio estimator; the pass itself scatters about it with a variance that grows with its
 * length, as the checks show it. One check leaves counting error (Poisson) alone.
 */
export function byCounter(counted: number, checks: readonly DeviceCheck[], confidence = 0.95): Corrected {
  const hands = checks.reduce((s, c) => s + c.hand, 0);
  const r = ratioEstimate(
    checks.map((c) => ({ y: c.hand, x: c.device })),
    hands,
    { confidence },
  );
  const k = checks.length;
  const own = k > 1 ? checks.reduce((s, c) => s + (c.hand - r.ratio * c.device) ** 2 / c.device, 0) / (k - 1) : r.ratio;
  const number = r.ratio * counted;
  const ofPass = Math.sqrt(own * counted);
  const half = Math.hypot(r.half * counted, (r.se > 0 ? r.half / r.se : zOf(confidence)) * ofPass);
  return {
    factor: r.ratio,
    number,
    sd: half / zOf(confidence),
    low: Math.max(0, number - half),
    high: number + half,
    spreadShare: counted > 0 ? ofPass / number : 0,
    df: r.df,
  };
}

export const calculation = defineCalculation({
  id: 'count.counter',
  title: 'A counting device corrected',
  asks: 'The counter shows so many; checked by hand a few times: how many were they?',
  input: z.strictObject({
    counted: schema.count,
    checks: z.array(deviceCheck).min(1, 'needs at least one pass counted by hand as well'),
    confidence: schema.confidence,
  }),
  output: z.strictObject({
    number: z.number(),
    low: z.number(),
    high: z.number(),
    factor: z.number(),
    /** Of the true number, what the device counts too many; below 0 too few. */
    biasShare: z.number(),
    spreadShare: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const o = byCounter(i.counted, i.checks, i.confidence);
    if (!Number.isFinite(o.number)) throw new CalculationError('input', 'checks', 'give no factor');
    const longest = Math.max(...i.checks.map((c) => c.device));
    const warnings = [
      ...(i.checks.length === 1 ? ['one check only: the scatter of the device is not known; count two more'] : []),
      ...(i.checks.length === 2 ? ['two checks only: the interval is very wide; a third narrows it'] : []),
      ...(i.counted > FAR * longest
        ? [`this pass is ${Math.round(i.counted / longest)} times as long as any that was checked`]
        : []),
    ];
    return {
      number: o.number,
      low: o.low,
      high: o.high,
      factor: o.factor,
      biasShare: 1 / o.factor - 1,
      spreadShare: o.spreadShare,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const hand = i.checks.map((c) => c.hand);
    const device = i.checks.map((c) => c.device);
    return {
      formula: 'number = counted · Σ by hand / Σ by device',
      steps: [
        {
          name: 'factor',
          says: 'animals for each that the device counts',
          expression: `(${hand.join(' + ')}) / (${device.join(' + ')})`,
          value: o.factor,
        },
        { name: 'number', says: 'animals', expression: `factor * ${i.counted}`, value: o.number },
        { name: 'biasShare', says: 'counted too many, as a share', expression: '1 / factor - 1', value: o.biasShare },
      ],
      notes: [
        `The interval joins the error of the factor (ratio estimator, Student’s t on ${i.checks.length - 1} degrees of freedom; normalQuantile(${upperOf(i.confidence)}) with one check) and the scatter of a pass of this length, which the checks show.`,
      ],
    };
  },
  source: 'Ratio estimator: Cochran 1977, Sampling Techniques, chapter 6; scatter of a pass by the same residuals',
  validWhen: 'Size, speed and crowding are as in the checks.',
  cautions: ['Two side by side count as one, bubbles and scraps as fish: check anew when the size changes.'],
  example: {
    counted: 18_450,
    checks: [
      { device: 482, hand: 500 },
      { device: 515, hand: 531 },
      { device: 468, hand: 490 },
    ],
  },
});

/** A pass so many times longer than any check is a step beyond what was seen. */
const FAR = 200;
