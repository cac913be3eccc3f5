import { exampleOf, spawningDay } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { day, m1 } = await spawningDay(h);
    return { day, fish: m1, volumeMl: 6, motility: 'high' };
  },
  other: () => ({ volumeMl: 7 }),
});
