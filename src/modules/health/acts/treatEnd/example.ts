import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    await h.send('treatment.give', {
      ...(await standIn(h, 'fry')),
      product: 'medicated feed',
      by: 'feed',
      mgPerKgDay: 80,
      massG: 4000,
      days: 10,
      activeShare: 0.1,
      orderedBy: 'Dr Lind',
      label: 'order 12',
      withdrawalDegreeDays: 500,
      order: 'read',
    });
    h.clock.now += 3 * 86_400_000;
    const entry = await h.db('entry').where({ kind: 'treatment' }).orderBy('seq', 'desc').first('id');
    return { treatment: entry!.id, why: 'they do not eat it' };
  },
  other: () => ({ why: 'the vet stopped it' }),
});
