import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { id } = await h.send<{ id: number }>('selection.open', {
      ...(await standIn(h, 'fry', 4)),
      keep: 2,
      second: 1,
    });
    const at = h.clock.now;
    const fish = (n: number, more: object) => ({
      id: `0190a0a0-0000-7000-8000-0000000000b${n}`,
      nth: 1,
      bowl: 1,
      at: at + n,
      ...more,
    });
    await h.send('selection.judge', {
      selection: id,
      fish: [
        fish(1, { decision: 'keep' }),
        fish(2, { decision: 'second', reasons: ['small'] }),
        fish(3, { decision: 'sell', reasons: ['shallow'] }),
        fish(4, { decision: 'cull', reasons: ['deformity:fins'] }),
      ],
    });
    return {
      selection: id,
      keepTo: h.units.R2!,
      secondTo: h.units.R3!,
      receiver: 'a keeper of ponds',
      priceEach: 4,
      method: 'overdose of the bath that the vet prescribed, then checked',
      whole: true,
    };
  },
});
