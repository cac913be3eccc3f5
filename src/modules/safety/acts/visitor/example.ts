import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async () => ({
    who: 'feed driver',
    farmHours: 3,
    where: 'store',
    clean: true,
    answers: { fromFish: 'meant' },
  }),
  other: () => ({ farmHours: 72 }),
});
