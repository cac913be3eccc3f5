import type { Induction } from '../species/species';

/** A treatment as males get it: their own dose, at once; null where males are not treated. */
export const forMales = (t: Induction): Induction | null =>
  t.malesPerKg === undefined ? null : { ...t, dosePerKg: t.malesPerKg, parts: [1], intervalHours: 0 };
