import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await standIn(h, 'fry')), keep: 40, second: 60 }),
});
