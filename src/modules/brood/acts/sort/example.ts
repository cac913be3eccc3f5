import { exampleOf, run } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ batch: await run(h), sex: 'female', number: 3, fate: 'returned', mark: 'left clip' }),
  other: () => ({ number: 2 }),
});
