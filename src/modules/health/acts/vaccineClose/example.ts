import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { id } = await h.send<{ id: number }>('vaccination.open', {
      ...(await standIn(h, 'fingerling')),
      vaccine: 'vaccine A',
      vaccineLot: 'V 9',
      mlEach: 0.05,
      number: 4000,
      orderedBy: 'Dr Lind',
      label: 'order 13',
      withdrawalDegreeDays: 400,
    });
    h.clock.now += 60_000;
    await h.send('vaccination.batch', { vaccination: id, number: 120, dead: 2 });
    return { vaccination: id };
  },
});
