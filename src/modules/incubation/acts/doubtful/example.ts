import { eggs, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await eggs(h)), number: 14 }),
  other: () => ({ number: 41 }),
});
