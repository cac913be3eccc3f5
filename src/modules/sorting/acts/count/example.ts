import { counted, exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await standIn(h, 'fry')), measured: counted(3990), answer: 'replace' }),
  other: () => ({ measured: counted(3980) }),
});
