import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { defineQuestion } from '@/server/act/question';

/** Fish were judged that reach the books by nothing else. */
export const givenUp = defineQuestion('givenUp', 'yes');

/** A selection is given up: all fish go back where they were, nothing reaches the books. */
export const endSelection = defineAct({
  type: 'selection.end',
  title: 'Give a selection up',
  by: ['manager', 'culturist'],
  input: z.object({ selection: z.number().int() }),
  result: returns<object>(),
  questions: [givenUp],
});
