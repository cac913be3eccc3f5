import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => standIn(h, 'fry', 12),
  other: () => ({ note: 'three found under the screen' }),
});
