import { cone, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ vessel: await cone(h), cystsG: 80, strain: 'small', celsius: 28 }),
  other: () => ({ cystsG: 60 }),
});
