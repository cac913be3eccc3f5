import { z } from 'zod';
import type { Context } from './define';
import { CommandRefused } from './refused';

/** A name that people give: trimmed, at least one letter. */
export const name = (most: number) => z.string().trim().min(1, 'needs a name').max(most, 'is too long');

/** A unit's name is what the log line types: letters and digits, no spaces. */
export const unitName = z
  .string()
  .trim()
  .min(1, 'needs a name')
  .max(24, 'is too long')
  .regex(/^[\p{L}\d][\p{L}\d.-]*$/u, 'may have letters, digits, points and hyphens only, for the log line');

/** Refuses a name that another row of the table has. */
export async function unique(
  c: Pick<Context, 'trx'>,
  table: string,
  where: Record<string, unknown>,
  id: number | undefined,
  what: string,
): Promise<void> {
  const row = (await c.trx(table).where(where).first('id')) as { id: number } | undefined;
  if (row && row.id !== id)
    throw new CommandRefused('nameTaken', `There is ${what} of that name already.`, 'name', 'Give another name.');
}
