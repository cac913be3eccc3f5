import { counted, eggs, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    unit: (await eggs(h)).unit,
    from: 'egg',
    to: 'yolksac',
    amount: { kind: 'measured', measured: counted(2000) },
    early: 'seen',
  }),
  other: () => ({ amount: { kind: 'measured', measured: counted(200) } }),
});
