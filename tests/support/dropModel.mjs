import { createConnection } from 'mysql2/promise';

/** The migrated database from which this process copied (see server.ts). Plain script: Jest loads it past its own paths. */
export default async function dropModel() {
  const server = process.env.MORULA_TEST_SERVER;
  if (!server) return;
  const root = await createConnection(server);
  await root.query(`DROP DATABASE IF EXISTS \`morula_test_model_${process.pid}\``);
  await root.end();
}
