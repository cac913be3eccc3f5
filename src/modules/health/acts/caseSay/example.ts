import { exampleOf } from '../../../../../tests/support/example';
import { example as open } from '../caseOpen/example';

export const example = exampleOf({
  given: async (h) => {
    const { id } = await h.send<{ id: number }>('case.open', await open.given(h));
    return { case: id, what: 'sample', sample: 'K 7', organs: 'gills, kidney', animals: 10, handedTo: 'the courier' };
  },
  other: () => ({ sample: 'K 8' }),
});
