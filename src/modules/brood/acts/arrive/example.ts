import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    species: 'pikeperch',
    means: 'net',
    place: 'Lake Ivarre',
    unit: h.units.R1!,
    females: 10,
    males: 14,
    unknown: 4,
    dead: 2,
  }),
  other: () => ({ females: 11 }),
});
