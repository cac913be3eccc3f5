import { z } from 'zod';
import { idsOf } from '@/core/ids';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { verdicts } from '../../input';

/** The vet closes an inspection: the verdict, its certificate, until when it holds. */
export const closeInspect = defineAct({
  type: 'inspection.close',
  title: 'Close an inspection',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    inspection: z.number().int(),
    verdict: z.enum(idsOf(verdicts)),
    certificate: z.string().trim().max(60, 'is too long').default(''),
    validDays: z.number().min(0, 'cannot be negative').max(3660, 'is longer than any').optional(),
    signedBy: z.string().trim().min(1, 'needed: who signs').max(80, 'is too long'),
  }),
  result: returns<{ inspection: number }>(),
  kinds: {
    inspectionClose: {
      word: 'inspection closed',
      says: ({ intent: i }) => [
        `${verdicts[i.verdict ?? 'unclear']}${i.certificate ? `, certificate ${i.certificate}` : ''}, signed by ${i.signedBy ?? ''}`,
      ],
    },
  },
  texts: (i) => [i.certificate, i.signedBy],
});
