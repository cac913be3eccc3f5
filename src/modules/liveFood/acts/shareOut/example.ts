import { cone, exampleOf, standIn } from '../../../../../tests/support/example';
import { HOUR } from '../../../../../tests/support/hatchery';

export const example = exampleOf({
  given: async (h) => {
    const at = await standIn(h, 'fry');
    const vessel = await cone(h);
    await h.send('cysts.sow', { vessel, cystsG: 80 });
    h.clock.now += 22 * HOUR;
    await h.send('cysts.harvest', { vessel, totalVolumeL: 80, sampleMl: 1, counts: [198, 204, 200] });
    return { vessel, prey: 'brine shrimp', parts: [{ ...at, number: 2_400_000 }] };
  },
  other: (h) => ({ parts: [{ unit: h.units.R1!, number: 1_200_000 }] }),
});
