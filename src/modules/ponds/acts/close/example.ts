import { exampleOf } from '../../../../../tests/support/example';
import { example as note } from '../note/example';

export const example = exampleOf({
  given: async (h) => {
    const { run } = (await note.given(h)) as { run: number };
    return { run, said: 'a wet spring' };
  },
});
