import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const at = await standIn(h, 'fry');
    await h.send('feed.record', { ...at, massG: 40 });
    return { ...at, left: 'few' };
  },
  other: () => ({ left: 'quarter' }),
});
