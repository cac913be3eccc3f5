import { z } from 'zod';
import { type RegimePlan, regimePlan } from '@/core/feeding/regimes';
import { readYaml } from './readYaml';

let shipped: readonly RegimePlan[] | undefined;

/** The ways of starting and weaning larvae that ship with Reference. */
export function shippedRegimes(): readonly RegimePlan[] {
  if (!shipped) {
    const parsed = z.array(regimePlan).safeParse(readYaml('regimes.yaml'));
    if (!parsed.success)
      throw new Error(
        `Reference’s regimes are wrong at ${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}`,
      );
    shipped = parsed.data;
  }
  return shipped;
}
