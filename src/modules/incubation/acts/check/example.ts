import { eggs, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await eggs(h)), check: 'eyed', successes: 95, trials: 100, early: 'seen' }),
  other: () => ({ successes: 59 }),
});
