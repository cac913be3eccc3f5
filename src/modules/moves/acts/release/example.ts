import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    ...(await standIn(h, 'fingerling')),
    site: h.releaseSite,
    batches: [
      { massG: 500, count: 100 },
      { massG: 505, count: 101 },
      { massG: 498, count: 99 },
    ],
    bucketsG: [4000, 4100],
  }),
  other: () => ({ bucketsG: [4000] }),
});
