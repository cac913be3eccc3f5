import { counted, exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    ...(await standIn(h, 'fry')),
    amount: { kind: 'measured', measured: counted(120) },
    to: h.units.R2!,
  }),
  other: () => ({ amount: { kind: 'measured', measured: counted(130) } }),
});
