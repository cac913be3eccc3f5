import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ sensor: h.sensor, value: 8.4 }),
  other: () => ({ value: 4.8 }),
});
