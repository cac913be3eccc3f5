import { exampleOf } from '../../../../../tests/support/example';
import { example as find } from '../inspectFind/example';

export const example = exampleOf({
  given: async (h) => {
    const found = await find.given(h);
    await h.send('inspection.find', found);
    h.clock.now += 60_000;
    return { inspection: found.inspection, verdict: 'free', certificate: 'C 12', validDays: 365, signedBy: 'Dr Lind' };
  },
  other: () => ({ certificate: 'C 13' }),
});
