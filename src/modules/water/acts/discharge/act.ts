import { z } from 'zod';
import { dischargeFigureIds, dischargeFigures, dischargeIds, discharges } from '@/core/water/discharge';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { listed } from '@/server/act/words';

/** What left the hatchery with its water: a sample with its figures, or what was disposed of and where. */
export const recordDischarge = defineAct({
  type: 'discharge.record',
  title: 'Outflow',
  by: ['manager', 'culturist', 'hand'],
  input: z
    .object({
      ...eventFields,
      what: z.enum(dischargeIds).default('sample'),
      place: z.string().trim().min(1, 'needed: where').max(80, 'is too long'),
      figures: z
        .array(
          z.strictObject({
            kind: z.enum(dischargeFigureIds),
            value: z.number().min(0, 'cannot be negative').max(1e6, 'is no water'),
            /** What the permit allows. */
            most: z.number().gt(0, 'must be above 0').max(1e6, 'is no limit').optional(),
          }),
        )
        .max(dischargeFigureIds.length, 'are more than there are kinds')
        .default([]),
      litres: z.number().gt(0, 'must be above 0').max(1e9, 'is a lake').optional(),
      said: z.string().trim().max(300, 'is too long').default(''),
    })
    .superRefine((p, ctx) => {
      if (p.what === 'sample' && p.figures.length === 0)
        ctx.addIssue({ code: 'custom', path: ['figures'], message: 'needs a figure' });
      if (p.what === 'disposal' && p.litres === undefined)
        ctx.addIssue({ code: 'custom', path: ['litres'], message: 'needed: how much' });
      for (const [i, f] of p.figures.entries()) {
        const { high } = dischargeFigures[f.kind];
        if (f.value > high)
          ctx.addIssue({
            code: 'custom',
            path: ['figures', i, 'value'],
            message: `is more than any outflow shows: ${high}`,
          });
        if (p.figures.findIndex((x) => x.kind === f.kind) !== i)
          ctx.addIssue({ code: 'custom', path: ['figures', i, 'kind'], message: 'stands twice' });
      }
    }),
  result: returns<{ over: string[] }>(),
  kinds: {
    discharge: {
      word: 'outflow',
      says: ({ intent: i }) =>
        listed(
          `${discharges[i.what ?? 'sample']}, ${i.place ?? ''}`,
          ...(i.figures ?? []).map((f) => [
            `${dischargeFigures[f.kind].word} `,
            { figure: f.value, to: 3 } as const,
            ` ${dischargeFigures[f.kind].unit}`,
          ]),
          i.litres !== undefined && [{ figure: i.litres, to: 3 }, ' L'],
          i.said,
        ),
    },
  },
  onlyTakenBack: 'A line of the outflow is taken back and said anew.',
  texts: (i) => [i.said, i.place],
});
