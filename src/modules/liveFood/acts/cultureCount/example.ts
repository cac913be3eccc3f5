import { cultureVessel, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const vessel = await cultureVessel(h);
    await h.send('culture.start', { vessel, perMl: 120 });
    h.clock.now += 24 * 3_600_000;
    return { vessel, sampleMl: 0.5, counts: [78, 84, 80], carrying: 21, eggsOf: 60, takenL: 5 };
  },
  other: () => ({ counts: [88, 94, 90] }),
});
