import type { Db } from '@/store/connection';

/**
 * Changes whenever anything that a screen of the site shows may have changed: a command was carried out, dates were worked.
 * @param quiet types of acts that change nothing of it
 */
export async function siteVersion(db: Db, siteId: number, quiet: readonly string[] = []): Promise<string> {
  const row = await db('site')
    .where({ id: siteId })
    .first<{
      predicted: number;
      command: number | null;
    }>(
      'predicted',
      // From the last one back: a few at most are quiet.
      db('command')
        .whereNotIn('type', [...quiet])
        .orderBy('seq', 'desc')
        .limit(1)
        .select('seq')
        .as('command') as never,
    );
  return `${row.command ?? 0} ${row.predicted}`;
}
