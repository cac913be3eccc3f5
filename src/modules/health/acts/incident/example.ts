import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async () => ({ what: 'needle', who: 'Jory', said: 'left thumb', done: 'hospital, with the bottle' }),
  other: () => ({ said: 'right thumb' }),
});
