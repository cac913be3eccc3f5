import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';

/** Refuses a name that another row of the table has. */
export async function unique(
  c: Pick<Context, 'trx'>,
  table: string,
  where: Record<string, unknown>,
  id: number | undefined,
  what: string,
): Promise<void> {
  const row = await c.trx(table).where(where).first<{ id: number } | undefined>('id');
  if (row && row.id !== id)
    throw new ActRefused('nameTaken', `There is ${what} of that name already.`, 'name', 'Give another name.');
}
