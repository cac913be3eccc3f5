import { exampleOf, spawningDay } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ fish: (await spawningDay(h)).f2, fate: 'returned', mark: 'left clip' }),
  other: () => ({ mark: 'right clip' }),
});
