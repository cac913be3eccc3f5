import { cultureVessel, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ vessel: await cultureVessel(h), organism: 'rotifers', perMl: 120 }),
  other: () => ({ perMl: 90 }),
});
