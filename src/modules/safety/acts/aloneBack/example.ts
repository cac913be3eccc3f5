import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    await h.send('alone.begin', { place: 'outer ponds', minutes: 45 });
    const row = await h.db('alone').whereNull('back_at').first('id');
    return { alone: row!.id };
  },
});
