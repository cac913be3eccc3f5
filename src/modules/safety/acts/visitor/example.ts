import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async () => ({
    who: 'feed driver',
    farmHours: 3,
    where: 'store',
    clean: true,
    fromFish: 'meant',
  }),
  other: () => ({ farmHours: 5 }),
});
