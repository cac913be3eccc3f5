import { z } from 'zod';
import { haulLoad, haulTank, haulWay } from '@/core/transport/haul';
import { defineAct, returns } from '@/server/act/define';
import { overHaul } from '../../input';

/** A haul is planned or changed: truck and tanks, when it leaves, how long it is under way, who goes along to where. */
export const saveHaul = defineAct({
  type: 'haul.save',
  title: 'Plan a haul',
  by: ['manager', 'culturist'],
  input: z
    .object({
      id: z.number().int().optional(),
      truck: z.string().trim().min(1, 'needed: which truck').max(60, 'is too long'),
      leaveAt: z.number().int(),
      hours: z.number().gt(0, 'must be above 0').max(96, 'is longer than four days: change the water on the way'),
      celsius: z.number().min(0, 'is ice').max(40, 'is hotter than they bear'),
      tanks: z.array(haulTank).min(1, 'needs a tank').max(20, 'are more tanks than a truck has'),
      ...haulWay.shape,
      loads: z.array(haulLoad).max(60, 'are more loads than one haul has').default([]),
      givenUp: z.boolean().default(false),
    })
    .superRefine((p, ctx) => {
      const names = p.tanks.map((t) => t.name.toLowerCase());
      for (const [i, name] of names.entries())
        if (names.indexOf(name) !== i)
          ctx.addIssue({ code: 'custom', path: ['tanks', i, 'name'], message: 'stands twice' });
      for (const [i, l] of p.loads.entries())
        if (!names.includes(l.tank.toLowerCase()))
          ctx.addIssue({ code: 'custom', path: ['loads', i, 'tank'], message: `is no tank of this truck: ${l.tank}` });
    }),
  result: returns<{ id: number }>(),
  questions: [overHaul],
});
