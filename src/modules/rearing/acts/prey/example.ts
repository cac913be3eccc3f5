import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await standIn(h, 'fry')), number: 2_400_000, prey: 'brine shrimp' }),
  other: () => ({ number: 1_200_000 }),
});
