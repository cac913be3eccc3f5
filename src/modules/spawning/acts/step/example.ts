import { exampleOf, spawningDay } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { day, f1, m1, m2 } = await spawningDay(h);
    await h.send('spawning.strip', { day, fish: f1, massG: 310 });
    await h.send('spawning.cross', {
      day,
      bowl: 'A',
      females: [{ fish: f1, massG: 300 }],
      males: [m1, m2],
      how: 'pooled',
      protocols: ['sturgeon-diluted'],
    });
    return { day, bowl: 'A', protocol: 'sturgeon-diluted', step: 'weigh', value: 298 };
  },
  other: () => ({ value: 296 }),
});
