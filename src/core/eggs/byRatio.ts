import { z } from 'zod';
import type { Step } from '../calculation';
import { ratioSteps } from '../sampling/meanWeight';
import { postedRelativeSd, type Ratio, ratioEstimate } from '../sampling/ratio';
import { upperOf, zOf } from './sphere';

/** A sample in which eggs were counted: so many in so much volume, mass, or displaced water. */
export type EggSample = { count: number; measure: number };
export type EggOptions = { confidence?: number; priorCv?: number };

/** Eggs per unit of measure, eggs in all, half of the interval as a share, and the sd that goes to the books. */
export type EggsByRatio = {
  perUnit: number;
  eggs: number;
  relativeHalf: number;
  sd: number;
  ratio: Ratio;
  /** Where none was counted: the high end of the number. */
  mostIfNone: number | null;
};

/**
 * Eggs = (Σ count / Σ measure) · total; the errors of the density (Student's t) and of the total (normal) add in
 * squares. The same for volume, mass and displaced water.
 */
export function eggsByRatio(
  samples: readonly EggSample[],
  total: number,
  totalSd: number,
  options: EggOptions = {},
): EggsByRatio {
  const counted = samples.reduce((s, b) => s + b.count, 0);
  const ratio = ratioEstimate(
    samples.map((s) => ({ y: s.count, x: s.measure })),
    counted,
    options,
  );
  const confidence = options.confidence ?? 0.95;
  const totalShare = totalSd / total;
  const eggs = ratio.ratio * total;
  const densityHalf = silent(ratio) ? (zOf(confidence) * ratio.ratio) / Math.sqrt(counted) : ratio.half;
  const relativeHalf = ratio.ratio > 0 ? Math.hypot(densityHalf / ratio.ratio, zOf(confidence) * totalShare) : 0;
  const sd =
    eggs > 0
      ? eggs *
        Math.hypot(
          postedRelativeSd(ratio, samples.length, {
            usualCv: options.priorCv,
            counting: counted > 0 ? 1 / Math.sqrt(counted) : 0,
          }),
          totalShare,
        )
      : 0;
  const measured = samples.reduce((s, b) => s + b.measure, 0);
  // None seen: up to so many would often show none (Poisson).
  const mostIfNone = counted === 0 ? (-Math.log((1 - confidence) / 2) / measured) * total : null;
  return { perUnit: ratio.ratio, eggs, relativeHalf, sd, ratio, mostIfNone };
}

/** Counts that agree to the last egg tell nothing of how samples differ: what counting itself leaves open stands in. */
const silent = (r: Ratio) => r.ratio > 0 && r.basis === 'samples' && r.se < 1e-9 * r.ratio;

/** What every count by ratio answers with. */
export const countOutput = { eggs: z.number(), low: z.number(), high: z.number(), relativeError: z.number() };

export function intervalOf(c: EggsByRatio) {
  const warnings = [
    ...c.ratio.warnings,
    ...(silent(c.ratio)
      ? [
          'the samples agree to the last egg, which tells nothing of how samples differ: the interval is counting error alone',
        ]
      : []),
    ...(c.mostIfNone !== null
      ? ['no egg was counted: the high end is what would show none in one case of forty; take larger samples']
      : []),
  ];
  return {
    eggs: c.eggs,
    low: c.eggs * Math.max(0, 1 - c.relativeHalf),
    high: c.mostIfNone ?? c.eggs * (1 + c.relativeHalf),
    relativeError: c.relativeHalf,
    ...(warnings.length > 0 ? { warnings } : {}),
  };
}

/**
 * Steps of the working: density as `perUnit`, then the number and its interval.
 * @param unit of the measure, as in "mL"  @param between steps of the method's own, after the density
 */
export function countSteps(
  samples: readonly EggSample[],
  total: number,
  totalSd: number,
  options: EggOptions,
  unit: string,
  between: readonly Step[] = [],
): Step[] {
  const c = eggsByRatio(samples, total, totalSd, options);
  const o = intervalOf(c);
  const confidence = options.confidence ?? 0.95;
  const counted = samples.reduce((s, b) => s + b.count, 0);
  const half = silent(c.ratio) ? `(normalQuantile(${upperOf(confidence)}) * perUnit / sqrt(${counted}))` : 'half';
  const steps = [
    ...ratioSteps(
      samples.map((s) => ({ y: s.count, x: s.measure })),
      c.ratio,
      options.confidence ?? 0.95,
      'perUnit',
      `eggs/${unit}`,
      'eggs',
      unit,
      options.priorCv,
    ),
    ...between,
    { name: 'eggs', says: 'eggs in all', expression: `perUnit * ${total}`, value: o.eggs },
    {
      name: 'rel',
      says: 'half the interval as a share',
      expression: `sqrt((${half} / perUnit)^2 + (normalQuantile(${upperOf(confidence)}) * ${totalSd} / ${total})^2)`,
      value: o.relativeError,
    },
    ...(c.mostIfNone === null
      ? [
          { name: 'low', says: 'lower end', expression: 'eggs * max(0, 1 - rel)', value: o.low },
          { name: 'high', says: 'upper end', expression: 'eggs * (1 + rel)', value: o.high },
        ]
      : [
          {
            name: 'high',
            says: 'upper end: so many would still often show none',
            expression: `-ln((1 - ${confidence}) / 2) / sumX * ${total}`,
            value: o.high,
          },
        ]),
  ];
  return steps.filter((s) => c.perUnit > 0 || s.name !== 'rel');
}
