import { eggs, exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { unit } = await eggs(h);
    return {
      units: [unit],
      product: 'test product',
      unlisted: 'label',
      basis: 'productVolume',
      targetMgPerL: 167,
      minutes: 15,
      way: 'flow',
      flowLPerMin: 4,
      stockMgPerL: 40_000,
      volumeL: 8,
      orderedBy: 'Vet',
      label: 'label of the drum',
      discharge: 'settling pond, permit 7',
    };
  },
});
