import { z } from 'zod';
import { pondPlan } from '@/core/ponds/plan';
import { defineAct, returns } from '@/server/act/define';
import { defineQuestion } from '@/server/act/question';

/** The map draws a pond of another size: lime, fertiliser and what kills go by the area. */
export const otherArea = defineQuestion('otherArea', 'measured');

/** A pond is drained and made ready: its chain, dated, with what it takes. */
export const openPond = defineAct({
  type: 'pond.open',
  title: 'Begin a run of a pond',
  by: ['manager', 'culturist'],
  input: z
    .object({
      run: z.number().int().optional(),
      unit: z.number().int(),
      begunAt: z.number().int(),
      ...pondPlan.shape,
    })
    .superRefine((p, ctx) => {
      const lacks = (field: string, message: string) => ctx.addIssue({ code: 'custom', path: [field], message });
      if (p.lime !== null && p.soilPH === null) lacks('soilPH', 'needed for lime: measure it in the mud');
      if (p.fertiliser && p.fertiliserKgPerHa === null) lacks('fertiliserKgPerHa', 'needed: how much for a hectare');
      if (p.poison && p.poisonMgPerL === null) lacks('poisonMgPerL', 'needed: what the label says');
      if (p.poison && p.withholdDays === null) lacks('withholdDays', 'needed: how long nothing goes in, by the label');
    }),
  questions: [otherArea],
  result: returns<{ id: number }>(),
});
