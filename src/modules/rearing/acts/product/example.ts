import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async () => ({ name: 'Fine starter', fromMm: 20, toMm: 40, proteinShare: 0.55, pricePerKg: 6.4 }),
});
