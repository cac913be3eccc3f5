import { z } from 'zod';
import { deformityIds, deformityName } from '@/core/brood/deformities';
import { plain } from '@/core/quantities/format';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import type { Share } from '@/server/act/results';

export const count = z.number().int('must be a whole number').min(0, 'cannot be negative');

/** Animals of a sample looked at one by one for deformities, and put back: an observation, it moves none. */
export const recordDeformities = defineAct({
  type: 'deformity.record',
  title: 'Look for deformities',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      unit: z.number().int(),
      lotId: z.number().int().optional(),
      stage: z.string().optional(),
      looked: count.min(1, 'needs at least one looked at'),
      deformed: count,
      /** Animals with each kind; one animal may have several. */
      kinds: z.partialRecord(z.enum(deformityIds), count).default({}),
    })
    .refine((p) => p.deformed <= p.looked, { path: ['deformed'], error: 'cannot be more than were looked at' })
    .superRefine((p, ctx) => {
      const counts = Object.values(p.kinds).filter((n) => n > 0);
      const most = Math.max(0, ...counts);
      if (most > p.deformed)
        ctx.addIssue({
          code: 'custom',
          path: ['deformed'],
          message: `one kind alone was seen on ${plain(most)}: at least so many are deformed`,
        });
      const sum = counts.reduce((s, n) => s + n, 0);
      if (p.deformed > 0 && sum < p.deformed)
        ctx.addIssue({
          code: 'custom',
          path: ['kinds'],
          message: `the kinds make ${plain(sum)}, the deformed are ${p.deformed}: count the rest as “another kind”`,
        });
    }),
  result: returns<{ lot: string; unit: string } & Share>(),
  kinds: {
    deformity: {
      word: 'looked for deformities',
      looksAt: true,
      says: ({ intent: i }) => [
        `${i.deformed} of ${i.looked} deformed`,
        Object.entries(i.kinds ?? {})
          .filter(([, n]) => n > 0)
          .map(([id, n], k) => `${k === 0 ? ': ' : ', '}${deformityName(id)} ${n}`)
          .join(''),
      ],
    },
  },
});
