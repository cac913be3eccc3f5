import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await standIn(h, 'fry')), massG: 40, feed: 'crumb' }),
  other: () => ({ massG: 30 }),
});
