import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async () => ({
    name: 'Ours for char',
    species: 'arctic-char',
    by: 'degreeDays',
    fits: 'the cold room',
    steps: [
      { feed: 'starter 0.3 mm', from: 200, to: 450, mealsPerDay: 16 },
      { feed: 'crumble 0.5 mm', from: 400, mealsPerDay: 10 },
    ],
  }),
});
