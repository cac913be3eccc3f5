import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await standIn(h, 'fry')), number: 30, dead: 2, purpose: 'gills' }),
  other: () => ({ dead: 3 }),
});
