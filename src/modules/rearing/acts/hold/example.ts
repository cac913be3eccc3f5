import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await standIn(h, 'fry')), why: 'grading', hours: 12 }),
  other: () => ({ hours: 6 }),
});
