import { z } from 'zod';
import { crossFields } from '@/core/spawning/acts';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { acrossStrains } from '@/server/questions';
import { day } from '../../input';

/** Eggs or milt of poor looks, or past their time. */
export const sure = defineQuestion('sure', 'yes');

/** Eggs and milt brought together in a bowl. */
export const cross = defineAct({
  type: 'spawning.cross',
  title: 'Fertilise',
  by: ['manager', 'culturist'],
  input: z.object({ ...eventFields, day, ...crossFields }),
  result: returns<{ bowl: string; females: string[]; males: string[] }>(),
  questions: [acrossStrains, sure],
  kinds: {
    cross: {
      word: 'fertilised',
      says: ({ intent: i }) => [`bowl ${i.bowl}, ${i.how}: ${i.females?.length} × ${i.males?.length}`],
    },
  },
  texts: (i) => [i.bowl],
});
