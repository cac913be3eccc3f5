import { counted, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    await h.send('stock.bring', {
      account: 'opening',
      species: 'noble-crayfish',
      stage: 'fry',
      unit: h.units.R1!,
      measured: counted(900),
    });
    return { unit: h.units.R1!, stage: 'fry', soft: 3, hardening: 5, hard: 32 };
  },
  other: () => ({ soft: 4 }),
});
