import { numberFrom } from '@/core/books/measure';
import { measurement } from '@/core/books/measurement';
import { massEach, massOfAll } from '@/core/quantities/mass';
import { countByWeight } from '@/core/sampling/countByWeight';
import { meanWeight } from '@/core/sampling/meanWeight';
import type { WeightBatch } from '@/core/sampling/samples';

/** What a hand proposes, in words: the act, the number it comes to, and how it was got. */
export type Proposed = { act: string; number: number | null; sd: number; how: string };

/**
 * Reads the payload of a proposal (as its command parsed it).
 * @param us masses as readers in US customary have them
 * @throws ZodError where the payload is none of the command's
 */
export function proposedOf(type: string, payload: Record<string, unknown>, us: boolean): Proposed {
  if (type === 'count.record') {
    const measured = measurement.parse(payload.measured);
    const { number, sd, how, meanG } = numberFrom(measured);
    return {
      act: 'counted',
      number,
      sd,
      how:
        meanG === undefined
          ? how === 'counted'
            ? ''
            : `by ${how === 'volume' ? 'volume' : 'estimate'}`
          : `at ${massEach(meanG, us)}`,
    };
  }
  const batches = payload.batches as WeightBatch[];
  const sample = `${massEach(meanWeight(batches).ratio, us)} in ${batches.length} ${batches.length === 1 ? 'batch' : 'batches'}`;
  if (payload.totalMassG === undefined) return { act: 'weighed', number: null, sd: 0, how: sample };
  const total = payload.totalMassG as number;
  const { number, sd } = countByWeight(batches, total, (payload.totalMassSdG as number | undefined) ?? 0);
  return { act: 'weighed', number: Math.round(number), sd, how: `${massOfAll(total, us, 2)} at ${sample}` };
}
