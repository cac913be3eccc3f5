import { counted, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    account: 'arrived',
    species: 'arctic-char',
    stage: 'fry',
    unit: h.units.R1!,
    measured: counted(800),
    origin: 'Tessel station',
  }),
  other: () => ({ measured: counted(880) }),
});
