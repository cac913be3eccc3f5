import { exampleOf, product } from '../../../../../tests/support/example';
import { DAY } from '../../../../../tests/support/hatchery';

export const example = exampleOf({
  given: async (h) => ({
    product: await product(h),
    lotName: 'B 1204',
    massG: 25_000,
    bestBefore: h.clock.now + 200 * DAY,
  }),
  other: () => ({ massG: 20_000 }),
});
