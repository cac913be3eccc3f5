import { exampleOf } from '../../../../../tests/support/example';
import { example as close } from '../inspectClose/example';

export const example = exampleOf({
  given: async (h) => {
    const closed = await close.given(h);
    await h.send('inspection.close', closed);
    h.clock.now += 60_000;
    return { inspection: closed.inspection, said: 'as found' };
  },
});
