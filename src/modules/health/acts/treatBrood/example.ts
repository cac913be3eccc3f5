import { exampleOf, saltBath, spawningDay } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    fish: (await spawningDay(h)).f2,
    ...saltBath,
    withdrawalDays: 30,
  }),
  other: () => ({ minutes: 15 }),
});
