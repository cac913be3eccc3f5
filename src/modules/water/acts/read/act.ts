import { z } from 'zod';
import { decimals } from '@/core/quantities/format';
import { type HandKind, handKindIds, handKinds } from '@/core/water/handKinds';
import type { WaterJudged } from '@/core/water/judged';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { oddWater } from '../../input';

/** What was measured by hand in the water of a tank: one figure, or all of a walk's strip. */
export const readWater = defineAct({
  type: 'water.read',
  title: 'Water of a tank',
  by: ['manager', 'culturist', 'hand'],
  input: z
    .object({
      ...eventFields,
      unit: z.number().int(),
      readings: z
        .array(z.object({ kind: z.enum(handKindIds), value: z.number() }))
        .min(1, 'needs a reading')
        .max(handKindIds.length, 'are more than there are kinds'),
      /** What the kit's scale shows: nitrogen, or the ion. */
      scale: z.enum(['N', 'ion']).optional(),
    })
    .superRefine((p, ctx) => {
      for (const [i, r] of p.readings.entries()) {
        const k = handKinds[r.kind];
        if (r.value < k.low || r.value > k.high)
          ctx.addIssue({
            code: 'custom',
            path: ['readings', i, 'value'],
            message: `is no ${k.word} of water: it lies between ${k.low} and ${k.high}${k.unit ? ` ${k.unit}` : ''}`,
          });
        if (p.readings.findIndex((x) => x.kind === r.kind) !== i)
          ctx.addIssue({ code: 'custom', path: ['readings', i, 'kind'], message: `${k.word} stands twice` });
      }
    }),
  result: returns<{ unit: string; judged: WaterJudged[] }>(),
  questions: [oddWater],
  kinds: {
    waterRead: {
      word: 'water',
      looksAt: true,
      says: ({ intent: i }) => [
        ((i as { kept?: readonly { kind: HandKind; value: number }[] }).kept ?? i.readings ?? [])
          .map((r) => {
            const k = handKinds[r.kind];
            return `${k.word} ${decimals(r.value, k.places)}${k.unit ? ` ${k.unit}` : ''}`;
          })
          .join(', '),
      ],
    },
  },
});
