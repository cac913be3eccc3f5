import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    ...(await standIn(h, 'fry')),
    batches: [
      { massG: 25, count: 61 },
      { massG: 26, count: 63 },
    ],
  }),
  other: () => ({ batches: [{ massG: 52, count: 61 }] }),
});
