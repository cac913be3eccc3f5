import { eggs, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await eggs(h)), what: 'flow', minutes: 12 }),
  other: () => ({ minutes: 21 }),
});
