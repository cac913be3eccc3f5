import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import knex from 'knex';
import { startLabelPrinter } from '@/simulators/labelPrinter';

/**
 * An application of its own on a free port, over an empty database: what the journeys start from. Migrations are run by
 * the same command that users run them with.
 */
export default async function setup(): Promise<() => Promise<void>> {
  const server = process.env.MORULA_TEST_SERVER;
  if (!server) throw new Error('browser tests need a MariaDB: run them by ./morula test');
  const name = `morula_browser_${process.pid}`;
  const addressOf = (database: string) => Object.assign(new URL(server), { pathname: `/${database}` }).toString();
  const root = knex({ client: 'mysql2', connection: addressOf('information_schema'), pool: { min: 0, max: 1 } });
  await root.raw(`CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  const url = addressOf(name);
  await run('node', ['--disable-warning=ExperimentalWarning', '--import', 'tsx', 'src/cli/migrate.ts', url]);
  const port = await freePort();
  const labels = mkdtempSync(join(tmpdir(), 'morula-labels-'));
  const printer = await startLabelPrinter({ folder: labels });
  const app = spawn(
    'node',
    [
      '--import',
      './src/cli/leash.mjs',
      'node_modules/next/dist/bin/next',
      'start',
      '-H',
      '127.0.0.1',
      '-p',
      String(port),
    ],
    {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        NODE_ENV: 'production',
        DATABASE_URL: url,
        MORULA_SESSION_SECRET: 'a secret of forty characters for the tests',
        MORULA_LABEL_PRINTER: printer.url,
      },
    },
  );
  process.env.BASE_URL = `http://127.0.0.1:${port}`;
  for (let i = 0; i < 150; i++) {
    if (
      await fetch(`${process.env.BASE_URL}/sign-in`).then(
        () => true,
        () => false,
      )
    )
      break;
    await new Promise((r) => setTimeout(r, 200));
  }
  return async () => {
    app.kill('SIGTERM');
    await new Promise((r) => app.on('exit', r));
    await printer.stop();
    rmSync(labels, { recursive: true });
    await root.raw(`DROP DATABASE \`${name}\``);
    await root.destroy();
  };
}

function run(command: string, args: string[]): Promise<void> {
  return new Promise((ok, fail) => {
    const child = spawn(command, args, { stdio: ['ignore', 'ignore', 'inherit'] });
    child.on('exit', (code) => (code === 0 ? ok() : fail(new Error(`${args.join(' ')} ended with ${code}`))));
  });
}

function freePort(): Promise<number> {
  return new Promise((ok) => {
    const s = createServer();
    s.listen(0, '127.0.0.1', () => {
      const { port } = s.address() as { port: number };
      s.close(() => ok(port));
    });
  });
}
