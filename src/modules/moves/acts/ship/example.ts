import { counted, eggs, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    ...(await eggs(h)),
    measured: counted(9000),
    receiver: 'Lake Ivarre hatchery house',
    papers: 'HP 31-7',
    boxes: 3,
    hours: 24,
    boxCelsius: 4,
    eyes: 'seen',
  }),
  other: () => ({ measured: counted(900), boxes: 1 }),
});
