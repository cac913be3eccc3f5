import { z } from 'zod';

const flow = z.number().min(0, 'cannot be negative').max(1e7, 'is a river').nullable();
const months = z.array(flow).length(12, 'needs the twelve months');

/**
 * What else is known of a work, by what it is. `gives`: flow of a source in each month, L/min, where it differs from what
 * it gives at most; `permit`: what may be taken then; `mediaM2`: surface of a biofilter's media; `conditioning`: since
 * when it is given ammonia, how much a day, and by when it must carry; `flushDays`: back-flushed so often; `probes`: sensors that tell of it.
 */
export const workMore = z.object({
  gives: months.nullable().default(null),
  permit: months.nullable().default(null),
  mediaM2: z.number().gt(0, 'must be above 0').max(1e6, 'is more than any filter has').nullable().default(null),
  waterL: z.number().gt(0, 'must be above 0').max(1e8, 'is a lake').nullable().default(null),
  conditioning: z
    .object({
      /** First dose; null while it has not begun. */
      from: z.number().int().nullable(),
      doseMgPerL: z.number().gt(0, 'must be above 0').max(20, 'is more than nitrifying bacteria bear').nullable(),
      seeded: z.boolean().default(false),
      /** When it is to carry fish; null where nobody said. */
      stock: z.number().int().nullable().default(null),
    })
    .nullable()
    .default(null),
  flushDays: z.number().gt(0, 'must be above 0').max(60, 'is too seldom').nullable().default(null),
  probes: z.array(z.number().int()).max(20, 'are more probes than one work has').default([]),
});
export type WorkMore = z.output<typeof workMore>;

/** Of a work of which nothing more is known. */
export const nothingMore: WorkMore = workMore.parse({});
