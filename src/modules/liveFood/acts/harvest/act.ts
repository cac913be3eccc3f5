import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';

/** Long before they are due, or far from what is expected of the cysts. */
export const sure = defineQuestion('sure', 'yes');

/** Nauplii taken out of a cone: counted by samples, or poured away. */
export const harvestCone = defineAct({
  type: 'cysts.harvest',
  title: 'Harvest a cone',
  by: ['manager', 'culturist', 'hand'],
  input: z
    .object({
      ...eventFields,
      vessel: z.number().int(),
      /** Of the rinsed harvest. */
      totalVolumeL: z.number().gt(0, 'must be above 0').max(20_000, 'is more than any cone').optional(),
      sampleMl: z.number().gt(0, 'must be above 0').max(1000, 'is no sample').optional(),
      counts: z
        .array(z.number().int('must be whole numbers').min(0, 'must not be below 0'))
        .max(40, 'are more samples than anybody counts')
        .default([]),
      /** Empty shells in the same samples: larvae cannot digest them. */
      shells: z.number().int('must be a whole number').min(0, 'must not be below 0').optional(),
      /** Kept cold until it is fed: they burn less of their fat. */
      chilled: z.boolean().default(false),
      pouredAway: z.boolean().default(false),
    })
    .superRefine((p, c) => {
      if (p.pouredAway) return;
      for (const k of ['totalVolumeL', 'sampleMl'] as const)
        if (p[k] === undefined) c.addIssue({ code: 'custom', path: [k], message: 'is needed to tell the number' });
      if (p.counts.length === 0) c.addIssue({ code: 'custom', path: ['counts'], message: 'needs at least one sample' });
    }),
  result: returns<{
    vessel: string;
    number: number;
    low: number;
    high: number;
    perGram: number;
    shells: number | null;
    until: number;
  }>(),
  questions: [sure],
  kinds: {
    harvest: {
      word: 'harvested',
      says: ({ intent: i }) =>
        i.pouredAway
          ? [`${i.vesselName ?? ''} poured away`]
          : listed(
              [{ count: Math.round(Number(i.number ?? 0)) }, ` nauplii from ${i.vesselName ?? ''}`],
              i.shells ? `${i.shells} shells among ${i.counts?.reduce((s, n) => s + n, 0) ?? 0}` : null,
              i.chilled && 'kept cold',
            ),
      measured: (i) => (typeof i.number === 'number' ? { value: i.number } : {}),
    },
  },
  texts: (i) => [i.vesselName],
});
