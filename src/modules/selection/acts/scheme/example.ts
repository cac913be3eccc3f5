import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async () => ({
    species: 'ide',
    scheme: {
      reasons: [
        { id: 'ground', word: 'ground colour cloudy', group: 'quality' },
        { id: 'shallow', word: 'shallow body', group: 'build' },
      ],
      signs: [{ id: 'fin-base', word: 'colour at the fins' }],
      types: ['plain'],
      lengthRatio: 1.4,
    },
  }),
});
