import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ unit: (await standIn(h, 'fry')).unit, openingMm: 1.5 }),
  other: () => ({ openingMm: 2 }),
});
