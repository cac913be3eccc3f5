import { exampleOf, standIn } from '../../../../../tests/support/example';
import { DAY } from '../../../../../tests/support/hatchery';

export const example = exampleOf({
  given: async (h) => ({
    ...(await standIn(h, 'fry')),
    regime: 'salmonid-dry',
    hatchedAt: h.clock.now - 30 * DAY,
  }),
  other: () => ({ regime: 'salmonid-plankton' }),
});
