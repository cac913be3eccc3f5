import { exampleOf, spawningDay } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { f1, f2 } = await spawningDay(h);
    return { fish: [f1, f2], unit: h.units.R2! };
  },
  other: (h) => ({ unit: h.units.R3! }),
});
