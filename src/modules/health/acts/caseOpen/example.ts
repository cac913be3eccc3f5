import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({ units: [(await standIn(h, 'fry')).unit], signs: ['gills'], suspected: 'gills' }),
});
