import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const at = await standIn(h, 'fry');
    await h.send('feed.record', { ...at, massG: 20, sure: 'yes' });
    h.clock.now += 3_600_000;
    return { ...at, unmet: 'yes' };
  },
});
