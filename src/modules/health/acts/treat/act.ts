import { z } from 'zod';
import { type DoseWorked, treatedBases, treatedBy, treatedByWords } from '@/core/health/treatment';
import { defineAct, returns } from '@/server/act/define';
import { eventFields, standingFields } from '@/server/act/event';
import { order, strength } from '../../input';

const above = z.number().gt(0, 'must be above 0');
const text = (most: number) => z.string().trim().max(most, 'is too long').default('');

const byFields = {
  by: z.enum(treatedBy),
  /** Bath: mg/L, or µL/L of the volume of a product. */
  targetMgPerL: above.max(1e5, 'is more than water takes').optional(),
  basis: z.enum(treatedBases).default('activeSubstance'),
  volumeL: above.max(1e8).optional(),
  minutes: above.max(24 * 60, 'is more than a day: enter it as several').optional(),
  /** Of the product, by its label. */
  activeShare: above.max(1, 'cannot be more than all of it').optional(),
  /** In the feed: of the active substance for each kilogram of fish and day. */
  mgPerKgDay: above.max(1e4, 'is more than fish are fed').optional(),
  massG: above.max(1e10).optional(),
  days: above.max(120, 'is longer than any course').optional(),
  /** Into each. */
  mlEach: above.max(50, 'is more than goes into a fish').optional(),
};

/** What each way of giving it needs. */
const NEEDED = {
  bath: [
    ['targetMgPerL', 'the strength'],
    ['volumeL', 'the volume'],
    ['minutes', 'the minutes'],
  ],
  feed: [
    ['mgPerKgDay', 'the dose'],
    ['massG', 'the mass of fish'],
    ['days', 'the days'],
  ],
  injection: [['mlEach', 'what goes into each']],
} as const;

/**
 * Fish treated: in a bath, in the feed, by the needle. Who ordered it and what bars them afterwards is said with it. It
 * moves no fish.
 */
export const treat = defineAct({
  type: 'treatment.give',
  title: 'Treatment',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      ...standingFields,
      ...byFields,
      product: z.string().trim().min(1, 'needed: the product').max(60, 'is too long'),
      productLot: text(60),
      /** The case for which it is given. */
      caseId: z.number().int().optional(),
      orderedBy: z.string().trim().min(1, 'needed: who ordered it').max(80, 'is too long'),
      label: z.string().trim().min(1, 'needed: by which label or order').max(120, 'is too long'),
      checkedBy: text(80),
      /** Whether the water runs meanwhile. */
      water: z.enum(['off', 'on']).default('off'),
      discharge: text(120),
      withdrawalDegreeDays: z.number().min(0, 'cannot be negative').max(5000, 'is more than any label says').optional(),
      withdrawalDays: z.number().min(0, 'cannot be negative').max(1000, 'is more than any label says').optional(),
    })
    .superRefine((p, ctx) => {
      for (const [field, what] of NEEDED[p.by])
        if (p[field] === undefined) ctx.addIssue({ code: 'custom', path: [field], message: `needed: ${what}` });
      if (p.by !== 'injection' && p.activeShare === undefined && !(p.by === 'bath' && p.basis !== 'activeSubstance'))
        ctx.addIssue({ code: 'custom', path: ['activeShare'], message: 'needed: what share is active, by the label' });
      if (p.by === 'bath' && !p.discharge)
        ctx.addIssue({ code: 'custom', path: ['discharge'], message: 'needed: where it goes, and allowed by whom' });
      if (p.withdrawalDays === undefined && p.withdrawalDegreeDays === undefined)
        ctx.addIssue({
          code: 'custom',
          path: ['withdrawalDays'],
          message: 'needed: what the label says, in days or degree-days; 0 where it says none',
        });
    }),
  result: returns<{ unit: string; lot: string; end: number } & DoseWorked>(),
  questions: [strength, order],
  kinds: {
    treatment: {
      word: 'treated',
      says: ({ intent: i }) => [
        `${i.product}, ${treatedByWords[i.by as keyof typeof treatedByWords]}, `,
        ...(i.by === 'bath'
          ? [
              { figure: i.targetMgPerL ?? Number.NaN, to: 3 },
              i.basis === 'productVolume' ? ' µL/L for ' : ' mg/L for ',
              { figure: i.minutes ?? Number.NaN, to: 3 },
              ' min',
            ]
          : i.by === 'feed'
            ? [
                { figure: i.mgPerKgDay ?? Number.NaN, to: 3 },
                ' mg/kg a day for ',
                { figure: i.days ?? Number.NaN, to: 3 },
                ' days',
              ]
            : [{ figure: i.mlEach ?? Number.NaN, to: 3 }, ' mL each']),
        `, ordered by ${i.orderedBy}`,
      ],
    },
  },
  texts: (i) => [i.product, i.productLot, i.orderedBy, i.label, i.checkedBy, i.discharge],
});
