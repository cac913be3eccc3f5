import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await standIn(h, 'fry')), lengthsMm: [38, 40, 41, 42, 44, 39, 43, 40] }),
  other: () => ({ lengthsMm: [38, 40, 41, 42, 44, 39, 43, 60] }),
});
