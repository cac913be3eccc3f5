import { z } from 'zod';

/** How a female's eggs meet the milt of her males. */
export const crossKinds = ['split', 'pooled', 'sequential'] as const;
export type CrossKind = (typeof crossKinds)[number];
export const crossKindWords: Record<CrossKind, string> = {
  split: 'split: each male has his own part of her eggs',
  pooled: 'pooled: the milt of all at once',
  sequential: 'sequential: one male after the other on the same eggs',
};

/** What is intended for a spawning day. Plans change nothing in the books. */
export const dayPlan = z.object({
  eggsWanted: z.number().int('must be a whole number').min(0, 'cannot be negative').default(0),
  /** When people want to strip, ms. */
  stripAt: z.number().int().nullable().default(null),
  crosses: z
    .array(z.object({ female: z.number().int(), males: z.array(z.number().int()).min(1, 'needs a male').max(20) }))
    .max(400)
    .default([]),
  how: z.enum(crossKinds).default('split'),
  /** Treatment of Reference, empty where none is given. */
  induction: z.string().max(60).default(''),
  /** Share of such females that give eggs, as this hatchery takes it; null: all are taken to. */
  ovulates: z.number().gt(0, 'must be above 0').max(1, 'is a share, at most 1').nullable().default(null),
  /** They fight once injected: each stands in a cage of its own, its lid secured. */
  oneToCage: z.boolean().default(false),
  /** Units that are to receive the eggs. */
  units: z.array(z.number().int()).max(200).default([]),
  /** Protocols of Reference, in the order in which they are worked. */
  protocols: z.array(z.string().max(60)).max(12).default([]),
});
export type DayPlan = z.output<typeof dayPlan>;
