import { eggs, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await eggs(h)), number: 34 }),
  other: () => ({ number: 43 }),
});
