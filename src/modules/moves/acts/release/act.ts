import { z } from 'zod';
import { weightBatch } from '@/core/sampling/samples';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import type { Said } from '@/server/act/results';
import { shortfall, tempered, withdrawal } from '@/server/questions';

/** Weighed out by the bucket and let go at a site. `emptied` says that nothing stayed behind. */
export const recordRelease = defineAct({
  type: 'release.record',
  title: 'Release',
  by: ['manager', 'culturist'],
  input: z.object({
    ...eventFields,
    unit: z.number().int(),
    lotId: z.number().int().optional(),
    stage: z.string().optional(),
    site: z.number().int(),
    batches: z.array(weightBatch).min(1, 'needs at least one batch'),
    bucketsG: z.array(z.number().gt(0, 'must be above 0')).min(1, 'needs at least one bucket'),
    bucketSdG: z.number().min(0).default(0),
    emptied: z.boolean().default(false),
    /** The haul by which they came there. */
    haul: z.number().int().optional(),
    /** How they are marked, and what share of them is; what comes back is told apart by it. */
    mark: z.string().trim().max(60, 'is too long').default(''),
    markedShare: z.number().gt(0, 'must be above 0').max(1, 'is a share: up to 100 %').optional(),
    /** Over which places the buckets were spread, and who carried them. */
    spread: z
      .array(
        z.strictObject({
          point: z.string().trim().min(1, 'needs a place').max(60, 'is too long'),
          buckets: z.number().int('must be a whole number').min(1, 'needs at least one').max(500, 'is a typing error'),
          by: z.string().trim().max(120, 'is too long').default(''),
        }),
      )
      .max(60, 'are more lines than one load has')
      .default([]),
    waterCelsius: z.number().min(-2).max(40).optional(),
  }),
  result: returns<{ entryId: string; lot: string; unit: string; site: string; meanG?: number } & Said>(),
  questions: [shortfall, tempered, withdrawal],
  kinds: {
    release: {
      word: 'released',
      measured: ({ bucketsG = [] }) => ({ massG: bucketsG.reduce((s, g) => s + g, 0) || undefined }),
    },
  },
  texts: (i) => [i.siteName],
});
