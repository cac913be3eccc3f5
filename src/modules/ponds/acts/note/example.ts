import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const room = (await h.db('unit').where({ id: h.units.R1! }).first('room_id'))!.room_id;
    await h.send('unit.addMany', { room, kind: 'pond', prefix: 'P', from: 1, count: 1 });
    const unit = (await h.db('unit').where({ name: 'P1' }).first('id'))!.id;
    const { id } = await h.send<{ id: number }>('pond.open', { unit, begunAt: h.clock.now - 1000, areaM2: 2000 });
    return { run: id, what: 'food', discCm: 35 };
  },
});
