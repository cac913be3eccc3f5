import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await standIn(h, 'fry')), method: 'percent', percentPerDay: 4, mealsPerDay: 8 }),
  other: () => ({ percentPerDay: 3 }),
});
