import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ sensor: h.sensor, celsius: 8.4 }),
  other: () => ({ celsius: 4.8 }),
});
