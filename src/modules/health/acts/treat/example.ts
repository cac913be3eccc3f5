import { exampleOf, saltBath, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    ...(await standIn(h, 'fry')),
    ...saltBath,
  }),
  other: () => ({ minutes: 15 }),
});
