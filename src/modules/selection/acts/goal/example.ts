import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    selection: (await h.send<{ id: number }>('selection.open', { ...(await standIn(h, 'fry')), keep: 40, second: 60 }))
      .id,
    keep: 30,
    second: 20,
    fromMm: 20,
    toMm: 30,
  }),
});
