import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    unit: (await standIn(h, 'fry')).unit,
    part: '0190a0a0-0000-7000-8000-000000000001',
    counts: { fish: 12 },
  }),
});
