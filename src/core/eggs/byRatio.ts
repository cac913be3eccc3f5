import { z } from 'zod';
import type { Step } from '../calculation';
import { Z95 } from '../distributions';
import { ratioSteps } from '../sampling/meanWeight';
import { postedRelativeSd, type Ratio, ratioEstimate } from '../sampling/ratio';

/** A sample in which eggs were counted: so many in so much volume, mass, or displaced water. */
export type EggSample = { count: number; measure: number };
export type EggOptions = { confidence?: number; priorCv?: number };

/** Eggs per unit of measure, eggs in all, half of the interval as a share, and the sd that goes to the books. */
export type EggsByRatio = { perUnit: number; eggs: number; relativeHalf: number; sd: number; ratio: Ratio };

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
  const totalShare = (Z95 * totalSd) / total;
  const eggs = ratio.ratio * total;
  const relativeHalf = ratio.ratio > 0 ? Math.hypot(ratio.half / ratio.ratio, totalShare) : 0;
  const sd =
    eggs > 0
      ? eggs *
        Math.hypot(
          postedRelativeSd(ratio, samples.length, {
            usualCv: options.priorCv,
            counting: counted > 0 ? 1 / Math.sqrt(counted) : 0,
          }),
          totalShare / Z95,
        )
      : 0;
  return { perUnit: ratio.ratio, eggs, relativeHalf, sd, ratio };
}

/** What every count by ratio answers with. */
export const countOutput = { eggs: z.number(), low: z.number(), high: z.number(), relativeError: z.number() };

export function intervalOf(c: EggsByRatio) {
  return {
    eggs: c.eggs,
    low: c.eggs * Math.max(0, 1 - c.relativeHalf),
    high: c.eggs * (1 + c.relativeHalf),
    relativeError: c.relativeHalf,
    ...(c.ratio.warnings.length > 0 ? { warnings: c.ratio.warnings } : {}),
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
      expression: `sqrt((half / perUnit)^2 + (${Z95} * ${totalSd} / ${total})^2)`,
      value: o.relativeError,
    },
    { name: 'low', says: 'lower end', expression: 'eggs * max(0, 1 - rel)', value: o.low },
    { name: 'high', says: 'upper end', expression: 'eggs * (1 + rel)', value: o.high },
  ];
  return steps.filter((s) => c.perUnit > 0 || s.name !== 'rel');
}
