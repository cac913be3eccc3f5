import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await standIn(h, 'fry')), looked: 200, deformed: 8, kinds: { jaw: 8 } }),
  other: () => ({ deformed: 6, kinds: { jaw: 6 } }),
});
