import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { defineQuestion } from '@/server/act/question';
import { listed } from '@/server/act/words';
import { dayField, fishId, positive } from '../../input';

/** Far from what it weighed before, or from what such fish weigh. */
export const sure = defineQuestion('sure', 'yes');

/** What was seen of a brood fish in the hand: mass, length, how ripe it is, its egg sample. */
export const recordLook = defineAct({
  type: 'brood.look',
  title: 'Look at a brood fish',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      ...dayField,
      fish: fishId,
      massG: positive.optional(),
      lengthMm: positive.optional(),
      ripeness: z.string().optional(),
      eggStage: z.string().optional(),
      oocytes: z
        .array(z.object({ nucleusToPoleMm: z.number().min(0), diameterMm: positive }))
        .max(100)
        .optional(),
      condition: z.string().trim().max(200, 'is too long').optional(),
      airSeconds: z.number().int().min(0).max(3600).optional(),
    })
    .refine(
      (p) =>
        [p.massG, p.lengthMm, p.ripeness, p.eggStage, p.condition].some((x) => x !== undefined && x !== '') ||
        (p.oocytes?.length ?? 0) > 0,
      { path: ['massG'], error: 'nothing was seen: give a mass, a length, how ripe it is, or a remark' },
    ),
  result: returns<{ tag: string }>(),
  questions: [sure],
  kinds: {
    fishLook: {
      word: 'brood fish looked at',
      says: ({ intent: i }) =>
        listed(
          i.massG !== undefined && { massG: i.massG, as: 'all' },
          i.lengthMm !== undefined && { lengthMm: i.lengthMm },
          typeof i.saw === 'string' && i.saw,
          i.condition,
        ),
      measured: (i) => ({ massG: i.massG }),
    },
  },
  texts: (i) => [i.condition, i.saw],
});
