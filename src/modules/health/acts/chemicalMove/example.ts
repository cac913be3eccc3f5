import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { id } = await h.send<{ id: number }>('chemical.save', { name: 'salt', unit: 'g', place: 'shed' });
    return { chemical: id, what: 'came', amount: 25_000 };
  },
});
