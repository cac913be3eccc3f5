import { Z95 } from '../quantities/interval';
import { thresholds } from '../thresholds';
import { expected } from './expected';
import { volumeOfOneMl } from './sphere';

/** Eggs in a dry gram by the diameter of a dry egg: what Reference can say before this hatchery has counted. */
export const eggsPerGByDiameter = (diameterMm: number): number =>
  1 / (volumeOfOneMl(diameterMm) * thresholds.eggDensity.value);

export type Yield = {
  eggs: number;
  /** Of what her mass promises. */
  share: number;
  state: 'usual' | 'low' | 'high';
};

/**
 * What a female gave against what her mass promises. Outside the usual spread of females, widened by that of the eggs in
 * a gram, it is called low or high.
 */
export function yieldOf(
  massG: number,
  promise: { expected: number; low: number; high: number },
  perG: { mean: number; sd: number | null },
): Yield {
  const eggs = massG * perG.mean;
  const spread = (perG.sd ?? 0) / perG.mean;
  const sd = Math.hypot((promise.high - promise.expected) / Z95, promise.expected * spread);
  const o = expected.compute(
    expected.input.parse({ femaleMassKg: 1, eggsPerKg: promise.expected, eggsPerKgSd: sd, eggs }),
  );
  return { eggs, share: o.share!, state: !o.unusual ? 'usual' : eggs < promise.expected ? 'low' : 'high' };
}
