import { defineAct, returns } from '@/server/act/define';
import { lossInput } from '@/server/act/inputs';
import type { Loss } from '@/server/act/results';
import { lossWords } from '@/server/act/words';
import { shortfall } from '@/server/questions';

/** Dead eggs taken out and counted. */
export const recordPick = defineAct({
  type: 'pick.record',
  title: 'Pick',
  by: ['manager', 'culturist', 'hand'],
  input: lossInput,
  result: returns<Loss>(),
  questions: [shortfall],
  kinds: { pick: { word: 'picked', says: lossWords } },
  texts: (i) => [i.cause],
});
