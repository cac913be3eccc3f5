import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async () => ({ what: 'sample', place: 'settling pond', figures: [{ kind: 'solids', value: 12, most: 20 }] }),
});
