import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await standIn(h, 'fry')), number: 5, cause: 'fungus' }),
  other: () => ({ number: 50 }),
});
