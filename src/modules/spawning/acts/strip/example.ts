import { exampleOf, spawningDay } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { day, f1 } = await spawningDay(h);
    return { day, fish: f1, massG: 300, colour: 'good' };
  },
  other: () => ({ massG: 310 }),
});
