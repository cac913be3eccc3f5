import { createServer } from 'node:net';
import { connect } from '@/store/connection';
import { checkForeignDatabase } from './foreign';
import { freePort } from './mariadb';

// By its port, as a server of somebody else's is reached.
const server = new URL(process.env.MORULA_TEST_SERVER!);
server.search = '';
const to = (over: { user?: string; password?: string; port?: string; name?: string } = {}) => {
  const u = new URL(server);
  if (over.user) u.username = over.user;
  if (over.password) u.password = over.password;
  if (over.port) u.port = over.port;
  u.pathname = `/${over.name ?? 'morula_foreign'}`;
  return u.toString();
};

beforeAll(async () => {
  const root = connect(to({ name: 'information_schema' }), { max: 1 });
  await root.raw('CREATE DATABASE IF NOT EXISTS morula_foreign');
  await root.destroy();
});
afterAll(async () => {
  const root = connect(to({ name: 'information_schema' }), { max: 1 });
  await root.raw('DROP DATABASE morula_foreign');
  await root.destroy();
});

test('one that can be used passes, and nothing is left in it', async () => {
  await checkForeignDatabase(to());
  const db = connect(to(), { max: 1 });
  expect((await db.raw('SHOW TABLES'))[0]).toEqual([]);
  await db.destroy();
});

test.each([
  ['a wrong password', to({ password: 'wrong' }), /refuses morula with this password/],
  ['a database that is not there', to({ name: 'morula_nowhere' }), /no database morula_nowhere .* CREATE DATABASE/],
  ['one that belongs to others', to({ name: 'mysql' }), /no database mysql .* may not use it/],
  ['rights to read only', to({ name: 'information_schema' }), /morula may not make tables in information_schema/],
  ['no database in the address', to({ name: '' }), /must read mysql:/],
  ['another kind of address', 'https://127.0.0.1/morula', /must read mysql:/],
])('%s is said in plain words', async (_, url, says) => {
  await expect(checkForeignDatabase(url)).rejects.toThrow(says);
});

test('nobody answers, or it is no database that answers', async () => {
  const port = await freePort();
  await expect(checkForeignDatabase(to({ port: String(port) }))).rejects.toThrow(/no database answers .*ECONNREFUSED/);
  const other = createServer((s) => s.end('HTTP/1.1 400 Bad Request\r\n\r\n'));
  await new Promise<void>((ok) => other.listen(port, '127.0.0.1', ok));
  await expect(checkForeignDatabase(to({ port: String(port) }))).rejects.toThrow(/cannot be used/);
  await new Promise((ok) => other.close(ok));
});
