import type { Db } from './connection';

/**
 * Has the database look anew at how its rows are spread. It does so by itself some time after a tenth of a table
 * changed; after a bulk load (a restore, a file of a year's readings, the demo) the pages that come first would be
 * planned by what the tables held before, and read whole tables.
 */
export async function refreshStatistics(db: Db): Promise<void> {
  const [tables] = (await db.raw(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'",
  )) as [{ name: string }[]];
  if (tables.length > 0)
    await db.raw(
      `ANALYZE TABLE ${tables.map(() => '??').join(', ')}`,
      tables.map((t) => t.name),
    );
}
