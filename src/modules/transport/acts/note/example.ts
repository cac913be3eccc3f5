import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const at = await standIn(h, 'fingerling');
    const lot = (await h.db('lot').first('id'))!.id;
    const { id } = await h.send<{ id: number }>('haul.save', {
      truck: 'blue truck',
      leaveAt: h.clock.now + 3_600_000,
      hours: 2,
      celsius: 8,
      tanks: [{ name: 'front', volumeL: 1000, oxygenLPerMin: 5 }],
      loads: [{ ...at, lotId: lot, number: 1000, site: h.releaseSite, tank: 'front' }],
    });
    return { haul: id, what: 'read', tank: 'front', oxygen: 9.1, celsius: 8.4 };
  },
});
