import { counted, exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    ...(await standIn(h, 'fry')),
    classes: [
      { grade: 'L', unit: h.units.R2!, amount: { kind: 'measured', measured: counted(1500) } },
      { grade: 'S', unit: h.units.R3!, amount: { kind: 'all' } },
    ],
  }),
  other: (h) => ({
    classes: [
      { grade: 'L', unit: h.units.R2!, amount: { kind: 'measured', measured: counted(1800) } },
      { grade: 'S', unit: h.units.R3!, amount: { kind: 'all' } },
    ],
  }),
});
