import { cultureVessel, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const vessel = await cultureVessel(h);
    await h.send('culture.start', { vessel, perMl: 120 });
    h.clock.now += 3_600_000;
    return { vessel, why: 'crashed' };
  },
  other: () => ({ why: 'cleaned' }),
});
