import { exampleOf, spawningDay } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ fish: (await spawningDay(h)).f1, massG: 2400, lengthMm: 740, ripeness: 'ripening' }),
  other: () => ({ massG: 2500 }),
});
