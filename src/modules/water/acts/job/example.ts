import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async () => ({ what: 'flange of the solids lift is broken', priority: 'later' }),
});
