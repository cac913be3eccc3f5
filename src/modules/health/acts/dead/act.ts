import { defineAct, returns } from '@/server/act/define';
import { lossInput } from '@/server/act/inputs';
import type { Loss } from '@/server/act/results';
import { lossWords } from '@/server/act/words';
import { shortfall } from '@/server/questions';

/** Dead animals taken out and counted. */
export const recordDead = defineAct({
  type: 'dead.record',
  title: 'Dead',
  by: ['manager', 'culturist', 'hand'],
  input: lossInput,
  result: returns<Loss>(),
  questions: [shortfall],
  kinds: { dead: { word: 'dead', says: lossWords } },
  texts: (i) => [i.cause],
});
