import { exampleOf, spawningDay } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { day, f1 } = await spawningDay(h);
    return { day, fish: f1, found: 'notYet' };
  },
  other: () => ({ found: 'soon' }),
});
