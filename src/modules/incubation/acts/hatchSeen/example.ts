import { eggs, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await eggs(h)), seen: 'first', early: 'seen' }),
  other: () => ({ seen: 'half' }),
});
