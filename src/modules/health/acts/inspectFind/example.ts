import { exampleOf } from '../../../../../tests/support/example';
import { example as take } from '../inspectTake/example';

export const example = exampleOf({
  given: async (h) => {
    const taken = await take.given(h);
    await h.send('inspection.take', taken);
    h.clock.now += 60_000;
    return { inspection: taken.inspection, container: 'I 1', found: 'nothing', by: 'laboratory' };
  },
  other: () => ({ found: 'two with worms', affected: 2 }),
});
