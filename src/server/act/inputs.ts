import { z } from 'zod';
import { measurement } from '@/core/books/measurement';
import { eventFields, standingFields } from './event';

export const lotName = z.string().trim().max(40, 'is too long').optional();

/** How many: all that is left, a share, or measured. */
export const howMany = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('all') }),
  z.object({
    kind: z.literal('share'),
    share: z.number().gt(0, 'must be above 0').max(1, 'cannot be above 1'),
    sd: z.number().min(0).default(0),
  }),
  z.object({ kind: z.literal('measured'), measured: measurement }),
]);

export type HowMany = z.output<typeof howMany>;

/** So many that are set apart from all. */
export const apart = z
  .number()
  .int('must be a whole number')
  .min(0, 'cannot be negative')
  .max(1e9, 'is more than any unit holds')
  .optional();

/** A name that people give: trimmed, at least one letter. */
export const name = (most: number) => z.string().trim().min(1, 'needs a name').max(most, 'is too long');

/** A unit's name is what the log line types: letters and digits, no spaces. */
export const unitName = z
  .string()
  .trim()
  .min(1, 'needs a name')
  .max(24, 'is too long')
  .regex(/^[\p{L}\d][\p{L}\d.-]*$/u, 'may have letters, digits, points and hyphens only, for the log line');

/** Dead taken out: counted one by one, or, where they are many, measured with their doubt. */
export const lossInput = z
  .object({
    ...eventFields,
    ...standingFields,
    number: z
      .number()
      .int('must be a whole number')
      .min(0, 'cannot be negative')
      .max(1e9, 'is more than any unit holds')
      .optional(),
    measured: measurement.optional(),
    cause: z.string().trim().max(200, 'is too long').default(''),
  })
  .refine((p) => p.number !== undefined || p.measured !== undefined, {
    path: ['number'],
    error: 'needed: how many',
  });
