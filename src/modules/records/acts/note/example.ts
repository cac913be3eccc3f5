import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ unit: (await standIn(h, 'fry')).unit, note: 'flow turned down' }),
  other: () => ({ note: 'flow turned up' }),
});
