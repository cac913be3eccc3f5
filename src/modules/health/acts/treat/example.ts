import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    ...(await standIn(h, 'fry')),
    product: 'salt',
    by: 'bath',
    targetMgPerL: 8000,
    basis: 'productMass',
    volumeL: 900,
    minutes: 20,
    orderedBy: 'Dr Lind',
    label: 'order 12',
    discharge: 'to the settling pond',
    checkedBy: 'Mira',
    withdrawalDays: 0,
    strength: 'meant',
  }),
  other: () => ({ minutes: 15 }),
});
