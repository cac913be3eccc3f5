import { exampleOf, spawningDay } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    day: (await spawningDay(h)).day,
    protocol: 'iodophor-after',
    volumeL: 10,
    targetMgPerL: 100,
    way: 'product',
    activeShare: 0.01,
    densityKgPerL: 1,
    productLot: 'I-22',
    batchesMost: 1,
  }),
  other: () => ({ volumeL: 12 }),
});
