import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async () => ({ species: 'sterlet', fileName: 'fish.csv', text: 'tag,sex,mass kg\nA1,f,2.5\nA2,m,1.5\n' }),
});
