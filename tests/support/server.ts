import { connect, type Db } from '@/store/connection';

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
