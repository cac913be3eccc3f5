import { z } from 'zod';

const fish = z
  .number()
  .int('must be a whole number')
  .min(0, 'cannot be negative')
  .max(1e6, 'is more than anybody picks out');
const money = z.number().min(0, 'cannot be negative').max(1e7, 'is more than any of them fetches');
const length = z.number().gt(0, 'must be above 0').max(3000, 'is longer than any of them');

/** What a selection is for: so many to keep, so many for the second pond, in which range of lengths, at what prices. */
export const goalFields = {
  keep: fish.default(0),
  second: fish.default(0),
  /** Range in which fish compete with each other: outside of it they are cut off first. */
  fromMm: length.optional(),
  toMm: length.optional(),
  /** The size at which the kept ones are ready. */
  targetG: z.number().gt(0, 'must be above 0').max(1e5, 'is heavier than any of them').optional(),
  /** In the money of the house. */
  priceNow: money.optional(),
  priceLater: money.gt(0, 'must be above 0').optional(),
  keepCostPerMonth: money.optional(),
  survivalShare: z.number().gt(0, 'must be above 0').max(1, 'is a share: at most 1').optional(),
  months: z.number().gt(0, 'must be above 0').max(240, 'is longer than anybody waits').optional(),
};
const shape = z.object(goalFields);
export type SelectionGoal = z.output<typeof shape>;

/** A range has both its ends, in order. */
export const goalHolds = (g: SelectionGoal, ctx: z.RefinementCtx): void => {
  if ((g.fromMm === undefined) !== (g.toMm === undefined))
    ctx.addIssue({
      code: 'custom',
      path: [g.fromMm === undefined ? 'fromMm' : 'toMm'],
      message: 'a range has both its ends',
    });
  else if (g.fromMm !== undefined && g.fromMm >= g.toMm!)
    ctx.addIssue({ code: 'custom', path: ['toMm'], message: 'must be above the smallest' });
};
export const selectionGoal = shape.superRefine(goalHolds);

/** The range that was set. */
export const rangeOf = (g: SelectionGoal): { fromMm: number; toMm: number } | null =>
  g.fromMm !== undefined && g.toMm !== undefined ? { fromMm: g.fromMm, toMm: g.toMm } : null;
