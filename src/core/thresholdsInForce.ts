import type { ThresholdId } from './thresholds';

/** Values that a hatchery has set, over the shipped ones. */
export type OwnThresholds = Readonly<Partial<Record<ThresholdId, number>>>;

// The bundler makes several of this module, and one process serves one hatchery.
const site = globalThis as { morulaThresholds?: OwnThresholds };

/**
 * From here on these are in force in this process. Every judgement and every calculation rests on some of them; handed
 * through, they would be an argument of nearly every function. Apart from the shipped ones and their words, which a page
 * that judges nothing need not load.
 */
export function putThresholdsInForce(own: OwnThresholds): void {
  site.morulaThresholds = own;
}

/** What this hatchery has set of its own. */
export const ownThresholds = (): OwnThresholds => site.morulaThresholds ?? {};
