import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({ given: async () => ({ place: 'outer ponds', minutes: 45 }) });
