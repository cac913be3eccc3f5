import { cone, exampleOf } from '../../../../../tests/support/example';
import { HOUR } from '../../../../../tests/support/hatchery';

export const example = exampleOf({
  given: async (h) => {
    const vessel = await cone(h);
    await h.send('cysts.sow', { vessel, cystsG: 80 });
    h.clock.now += 22 * HOUR;
    // 200 in a millilitre of 80 L: sixteen million, of a gram two hundred thousand.
    return { vessel, totalVolumeL: 80, sampleMl: 1, counts: [198, 204, 200] };
  },
  other: () => ({ counts: [180, 190, 185] }),
});
