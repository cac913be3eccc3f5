import { exampleOf, feedLot } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ feedLot: await feedLot(h), massG: 24_000 }),
  other: () => ({ massG: 23_500 }),
});
