import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { id } = await h.send<{ id: number }>('selection.open', {
      ...(await standIn(h, 'fry')),
      keep: 40,
      second: 60,
    });
    const at = h.clock.now;
    return {
      selection: id,
      fish: [
        { id: '0190a0a0-0000-7000-8000-0000000000a1', nth: 1, bowl: 1, decision: 'keep', at },
        { id: '0190a0a0-0000-7000-8000-0000000000a2', nth: 1, bowl: 1, decision: 'sell', reasons: ['shallow'], at },
      ],
    };
  },
});
