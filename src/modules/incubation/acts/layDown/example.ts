import { exampleOf } from '../../../../../tests/support/example';
import { takeOf61500 } from '../../../../../tests/support/hatchery';

export const example = exampleOf({
  given: async (h) => {
    await h.send('take.record', takeOf61500(h.units.B1!));
    return {
      unit: h.units.B1!,
      totalVolumeMl: 3000,
      parts: [
        { unit: h.units.J1!, volumeMl: 1500 },
        { unit: h.units.J2!, volumeMl: 1500 },
      ],
    };
  },
  other: (h) => ({
    parts: [
      { unit: h.units.J1!, volumeMl: 1000 },
      { unit: h.units.J2!, volumeMl: 2000 },
    ],
  }),
});
