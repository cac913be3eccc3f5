import { z } from 'zod';
import { treatedBases, treatedBy } from './treatment';

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

/** What is given to fish, how, who ordered it, and what bars them afterwards. */
export const treatmentFields = {
  ...byFields,
  product: z.string().trim().min(1, 'needed: the product').max(60, 'is too long'),
  productLot: text(60),
  orderedBy: z.string().trim().min(1, 'needed: who ordered it').max(80, 'is too long'),
  label: z.string().trim().min(1, 'needed: by which label or order').max(120, 'is too long'),
  checkedBy: text(80),
  /** Whether the water runs meanwhile. */
  water: z.enum(['off', 'on']).default('off'),
  discharge: text(120),
  withdrawalDegreeDays: z.number().min(0, 'cannot be negative').max(5000, 'is more than any label says').optional(),
  withdrawalDays: z.number().min(0, 'cannot be negative').max(1000, 'is more than any label says').optional(),
};
const whole = z.object(treatmentFields);
/** A treatment as it is given: what reads its dose. */
export type TreatmentInput = z.output<typeof whole>;
/** The same as it is typed. */
export type TreatmentGiven = z.input<typeof whole>;

/** Whether a treatment says all that its way of giving needs; what is missing is told at its field. */
export function treatmentHolds(p: TreatmentInput, ctx: z.RefinementCtx): void {
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
}
