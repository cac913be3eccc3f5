import type { Db } from '@/store/connection';

/** Changes whenever anything that a screen of the site shows may have changed: a command was carried out, dates were worked. */
export async function siteVersion(db: Db, siteId: number): Promise<string> {
  const row = await db('site').where({ id: siteId }).first<{
    predicted: number;
    command: number | null;
  }>('predicted', db.raw('(SELECT MAX(seq) FROM command) AS command'));
  return `${row.command ?? 0} ${row.predicted}`;
}
