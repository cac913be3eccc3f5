import { eggs, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { unit } = await eggs(h);
    const { room_id: room } = await h.db('unit').where({ id: unit }).first<{ room_id: number }>('room_id');
    return { room, task: 'dark' };
  },
  other: (h) => ({ at: h.clock.now - 600_000 }),
});
