import { counted, exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ ...(await standIn(h, 'fry')), account: 'sold', measured: counted(200), receiver: 'a school' }),
  other: () => ({ measured: counted(20) }),
});
