import { exampleOf, feedLot } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ feedLot: await feedLot(h), massG: 2000, why: 'wet' }),
  other: () => ({ massG: 1500 }),
});
