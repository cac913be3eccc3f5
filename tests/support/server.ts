import { connect, type Db } from '@/store/connection';
import { migrate } from '@/store/migrations';

/** Address of a database on the tests' MariaDB. @throws Error where the tests were not started by ./morula test */
export function addressOf(database: string): string {
  const server = process.env.MORULA_TEST_SERVER;
  if (!server) throw new Error('store tests need a MariaDB: run them by ./morula test (or ./morula test unit)');
  const u = new URL(server);
  u.pathname = `/${database}`;
  return u.toString();
}

/** A database of one's own, empty; `drop` closes it and throws it away. */
export async function ownDatabase(
  purpose: string,
  max: number,
): Promise<{ db: Db; drop: () => Promise<void>; address: string }> {
  const name = `morula_test_${purpose}_${process.pid}_${Math.random().toString(36).slice(2, 8)}`;
  const root = connect(addressOf('information_schema'), { max: 1 });
  await root.raw(`CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  const db = connect(addressOf(name), { max });
  return {
    db,
    address: addressOf(name),
    drop: async () => {
      await db.destroy();
      await root.raw(`DROP DATABASE \`${name}\``);
      await root.destroy();
    },
  };
}

/** Thrown away by `dropModel.mjs`, at the end of all test files. */
const MODEL = `morula_test_model_${process.pid}`;

/**
 * A database of one's own with all migrations in it: copied, table by table, from one that is migrated once a process,
 * since migrating takes seconds and there are some two hundred test files.
 */
export async function migratedDatabase(purpose: string, max: number): Promise<Awaited<ReturnType<typeof ownDatabase>>> {
  const own = await ownDatabase(purpose, max);
  await ensureModel();
  const tables = (await own
    .db('information_schema.tables')
    .where({ table_schema: MODEL })
    .pluck('table_name')) as string[];
  await own.db.transaction(async (trx) => {
    await trx.raw('SET FOREIGN_KEY_CHECKS = 0');
    for (const table of tables) {
      const [[row]] = (await trx.raw('SHOW CREATE TABLE ??.??', [MODEL, table])) as [{ 'Create Table': string }[]];
      await trx.raw(row!['Create Table'].replaceAll('?', '\\?'));
    }
    // Migrations write rows nowhere but in their own list.
    for (const table of tables.filter((t) => t.startsWith('migration')))
      await trx.raw('INSERT INTO ?? SELECT * FROM ??.??', [table, MODEL, table]);
    await trx.raw('SET FOREIGN_KEY_CHECKS = 1');
  });
  return own;
}

/** The model of this process, migrated where it is not there yet; half migrated, it goes by its list of migrations. */
async function ensureModel(): Promise<void> {
  const root = connect(addressOf('information_schema'), { max: 1 });
  await root.raw(`CREATE DATABASE IF NOT EXISTS \`${MODEL}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  await root.destroy();
  const model = connect(addressOf(MODEL), { max: 2 });
  await migrate(model);
  await model.destroy();
}
