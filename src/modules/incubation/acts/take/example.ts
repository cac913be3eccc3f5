import { exampleOf } from '../../../../../tests/support/example';
import { takeOf61500 } from '../../../../../tests/support/hatchery';

export const example = exampleOf({
  given: async (h) => takeOf61500(h.units.B1!),
  other: () => ({ removed: 40 }),
});
