import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    unit: (await standIn(h, 'fry')).unit,
    readings: [
      { kind: 'oxygen', value: 8.4 },
      { kind: 'ammonia', value: 0.3 },
    ],
    scale: 'N',
  }),
  other: () => ({ readings: [{ kind: 'oxygen', value: 7.1 }] }),
});
