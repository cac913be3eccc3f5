import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ unit: (await standIn(h, 'fry')).unit, state: 'lowered' }),
  other: () => ({ state: 'out' }),
});
