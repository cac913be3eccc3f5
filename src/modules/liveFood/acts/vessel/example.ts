import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({ given: async () => ({ name: 'C1', volumeL: 60 }) });
