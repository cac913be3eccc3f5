import { z } from 'zod';
import { defineAct } from '@/server/act/define';

/** How each kind of unit is picked, and how many false alarms of picks a room may give a week. */
export const savePicking = defineAct({
  type: 'picking.save',
  title: 'Set when a lot is picked',
  by: ['manager'],
  input: z.object({
    falseAlarmsWeek: z.number().gt(0, 'must be above 0').max(50, 'is more than anybody looks at').optional(),
    kinds: z
      .array(
        z.object({
          kind: z.enum(['jar', 'tray', 'trough', 'frame']),
          method: z.enum(['pick', 'siphon', 'bath']),
          foundShare: z.number().gt(0, 'must be above 0').max(1, 'is a share, at most 1'),
        }),
      )
      .default([]),
  }),
});
