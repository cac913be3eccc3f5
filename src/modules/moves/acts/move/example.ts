import { counted, exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    sources: [{ ...(await standIn(h, 'fry')), amount: { kind: 'measured', measured: counted(400) } }],
    to: h.units.R2!,
  }),
  other: (h) => ({ to: h.units.R3! }),
});
