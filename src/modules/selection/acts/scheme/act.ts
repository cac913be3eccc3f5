import { z } from 'zod';
import { selectionScheme } from '@/core/selection/scheme';
import { defineAct, returns } from '@/server/act/define';

/** How fish of a species are judged: reasons in the order in which they count, early signs, types, how wide a range is. */
export const setScheme = defineAct({
  type: 'selection.scheme',
  title: 'How fish are judged',
  by: ['manager'],
  input: z.object({ species: z.string(), scheme: selectionScheme }),
  result: returns<object>(),
});
