import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    await h.send('release.record', {
      ...(await standIn(h, 'fingerling')),
      site: h.releaseSite,
      batches: [{ massG: 500, count: 100 }],
      bucketsG: [2000],
      mark: 'adipose clip',
    });
    return {
      site: h.releaseSite,
      gear: 'trap',
      examined: 40,
      marks: [{ mark: 'adipose clip', number: 3, wished: 1 }],
    };
  },
});
