import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async () => ({
    name: 'House table',
    species: ['arctic-char'],
    source: 'our own trials',
    text: 'g,6 °C,8 °C,10 °C\n0.5,2.4,3.1,3.9\n2,1.6,2.1,2.6\n10,1,1.3,1.7\n',
  }),
});
