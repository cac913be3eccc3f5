import { exampleOf, standIn } from '../../../../../tests/support/example';
import { HOUR } from '../../../../../tests/support/hatchery';

export const example = exampleOf({
  given: async (h) => ({
    ...(await standIn(h, 'fry')),
    on: h.clock.now + 24 * HOUR,
    barsMm: [3.4],
    classes: [
      { grade: 'S', unit: h.units.R2!, share: 0.4 },
      { grade: 'L', unit: h.units.R3!, share: 0.6 },
    ],
    who: 'two people',
  }),
  other: () => ({ noFeedHours: 12 }),
});
