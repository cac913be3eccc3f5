import { exampleOf, spawningDay } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { day, f1, m1 } = await spawningDay(h);
    return { day, bowl: 'N1', female: f1, males: [m1] };
  },
  other: () => ({ bowl: 'N2' }),
});
