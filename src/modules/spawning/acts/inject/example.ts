import { exampleOf, spawningDay } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { day, f1 } = await spawningDay(h);
    return {
      day,
      fish: f1,
      induction: 'pituitary2',
      part: 1,
      massG: 2000,
      dosePerKg: 4,
      concentrationPerMl: 4,
      concentrationUnit: 'mg',
      hormoneLot: 'CP-7',
      checkedBy: 'Somebody else',
    };
  },
  other: () => ({ massG: 2500 }),
});
