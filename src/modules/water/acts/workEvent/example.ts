import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { id } = await h.send<{ id: number }>('work.save', { name: 'Blower 1', kind: 'blower' });
    return { work: id, what: 'tripped' };
  },
  other: () => ({ what: 'silent' }),
});
