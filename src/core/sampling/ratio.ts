import { chiSquareQuantile, studentQuantile } from '../distributions';
import { Z95 } from '../quantities/interval';

/** One sample of a ratio: `y` per `x` (animals per mL, grams per animal). */
export type RatioSample = { y: number; x: number };

export type Ratio = {
  ratio: number;
  /** Standard error of the ratio. */
  se: number;
  /** Half-width of the interval at the asked confidence. */
  half: number;
  df: number;
  /** Which error was used. */
  basis: 'samples' | 'prior' | 'counting';
  warnings: string[];
};

/**
 * Ratio of sums with the ratio-estimator variance: R = Σy/Σx, var(R) = Σ(y - R x)² / (k (k-1) x̄²), interval by
 * Student's t on k - 1 degrees of freedom (Cochran 1977, Sampling Techniques, chapter 6).
 *
 * Below three samples `priorCv` (the hatchery's own variation between samples, taken as known) replaces the samples'
 * own scatter, unless two samples disagree with it beyond chance (squared residual over 3.84 times the prior's), when
 * their own scatter stands. One sample without `priorCv` has counting error alone, with a warning.
 *
 * @param samples at least one; every x above 0
 * @param counted total animals counted over all samples: relative counting error is 1/√counted
 * @throws RangeError when there is no sample
 * @example ratioEstimate([{y:212,x:10},{y:198,x:10},{y:205,x:10}], 615).ratio // 20.5
 */
export function ratioEstimate(
  samples: readonly RatioSample[],
  counted: number,
  options: { confidence?: number; priorCv?: number } = {},
): Ratio {
  const k = samples.length;
  if (k === 0) throw new RangeError('a ratio needs at least one sample');
  const confidence = options.confidence ?? 0.95;
  const upper = 1 - (1 - confidence) / 2;
  let sumX = 0;
  let sumY = 0;
  for (const s of samples) {
    sumX += s.x;
    sumY += s.y;
  }
  const ratio = sumY / sumX;
  const meanX = sumX / k;
  let residual = 0;
  for (const s of samples) residual += (s.y - ratio * s.x) ** 2;
  const own = k > 1 ? Math.sqrt(residual / (k * (k - 1))) / meanX : 0;
  const warnings: string[] = [];

  if (k < 3 && options.priorCv !== undefined) {
    const prior = (options.priorCv * ratio) / Math.sqrt(k);
    if (k === 2 && own ** 2 > Z95 ** 2 * prior ** 2) {
      warnings.push('the two samples differ more than this hatchery’s samples usually do: take a third');
    } else {
      return {
        ratio,
        se: prior,
        half: studentQuantile(upper, Number.POSITIVE_INFINITY) * prior,
        df: Number.POSITIVE_INFINITY,
        basis: 'prior',
        warnings,
      };
    }
  }
  if (k === 1) {
    const se = counted > 0 ? ratio / Math.sqrt(counted) : 0;
    warnings.push('one sample only: this is counting error alone, not the whole error; take at least two more');
    return {
      ratio,
      se,
      half: studentQuantile(upper, Number.POSITIVE_INFINITY) * se,
      df: Number.POSITIVE_INFINITY,
      basis: 'counting',
      warnings,
    };
  }
  if (k === 2) warnings.push('two samples only: the interval is very wide; a third would narrow it');
  const df = k - 1;
  return { ratio, se: own, half: studentQuantile(upper, df) * own, df, basis: 'samples', warnings };
}

/** Scatter smaller than nineteen in twenty sample sets would show, were it the usual one, counts as luck. */
const LUCKY = 0.05;

/**
 * The relative standard deviation that goes to the books: half-width of the 95 % interval / 1.96, but never narrower
 * than the hatchery's own scatter between samples (`usualCv`) where there are fewer than three samples or where they
 * happen to agree beyond what that scatter allows. `counting` is a further floor for counts in a volume (Poisson);
 * animals of a weighed batch are counted exactly, so it holds for them only while nothing else is known.
 */
export function postedRelativeSd(
  estimate: Ratio,
  samples: number,
  options: { usualCv?: number; counting?: number } = {},
): number {
  const shown = estimate.half / Z95 / estimate.ratio;
  const { usualCv, counting = 0 } = options;
  if (usualCv === undefined) return Math.max(shown, counting);
  const usual = usualCv / Math.sqrt(samples);
  const own = estimate.se / estimate.ratio;
  const lucky = samples < 3 || (own / usual) ** 2 * (samples - 1) < chiSquareQuantile(LUCKY, samples - 1);
  return Math.max(shown, counting, lucky ? usual : 0);
}
