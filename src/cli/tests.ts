import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { HOME, say } from './home';
import { DUMP_PROGRAM, ensurePrograms, startDatabase, stopDatabase } from './mariadb';
import { build } from './serve';
import { readCounts } from './testCounts';

type Step = { name: string; command: string; args: string[]; env?: Record<string, string> };

/**
 * All tests: types, lint, units against a private MariaDB, the browser. Ends with the line `N passed, N failed`.
 * `./morula test unit` leaves the browser out; `./morula test unit NAME` runs what matches the name.
 */
export async function test(args: string[]): Promise<number> {
  const unitOnly = args[0] === 'unit';
  ensurePrograms(unitOnly ? [DUMP_PROGRAM] : [DUMP_PROGRAM, { program: 'chromium', packages: ['chromium'] }]);
  say('starting a private MariaDB for the tests');
  const server = await startDatabase(join(HOME, 'test-db'), false);
  const env = {
    MORULA_TEST_SERVER: server.url(''),
    // Absolute: a test may start others elsewhere.
    NODE_OPTIONS: `--import ${pathToFileURL('tests/support/register.mjs')} --enable-source-maps --no-warnings`,
  };
  let passed = 0;
  let failed = 0;
  const what: string[] = [];
  const names = unitOnly ? args.slice(1) : [];
  const unit = (name: string, project: string): Step => ({
    name,
    command: 'node',
    args: [...jest(project), ...names],
    env,
  });
  const checks = [
    { name: 'types', command: 'node', args: ['node_modules/typescript/bin/tsc', '--noEmit'] },
    { name: 'lint', command: 'node', args: ['node_modules/@biomejs/biome/bin/biome', 'check', '.'] },
  ];
  // By project, each in a process: screens draw into a page that nothing else may see.
  const units = [
    unit('units of the core', 'core'),
    unit('units of the store', 'store'),
    unit('units of the screens', 'screens'),
  ];
  const browser: Step = {
    name: 'browser',
    command: 'node',
    args: ['node_modules/@playwright/test/cli.js', 'test'],
    env: { ...env, NODE_OPTIONS: '' },
  };
  let stopped = false;
  const stop = () => {
    stopped = true;
    for (const c of running) c.kill('SIGTERM');
  };
  process.once('SIGINT', stop).once('SIGTERM', stop);
  const inTurn = async (steps: readonly Step[]) => {
    for (const s of steps) {
      if (stopped) return;
      const r = await run(s);
      passed += r.passed;
      failed += r.failed;
      what.push(...r.what.map((w) => `${s.name}: ${w}`));
    }
  };
  try {
    if (!unitOnly) await inTurn(checks);
    // Two lanes of about the same length, as there are two processors on the smallest machine.
    await Promise.all([
      inTurn(units),
      (async () => {
        if (unitOnly || stopped) return;
        await build();
        await inTurn([browser]);
      })(),
    ]);
  } finally {
    await stopDatabase(server.dir);
  }
  for (const w of what) process.stdout.write(`failed in ${w}\n`);
  process.stdout.write(`${passed} passed, ${failed} failed\n`);
  return failed === 0 && passed > 0 && !stopped ? 0 : 1;
}

/** Steps at work: told to stop, they end with it. */
const running = new Set<ChildProcess>();

/** Jest on one of its projects; a name that it does not have is found in another. */
const jest = (project: string) => [
  'node_modules/jest/bin/jest.js',
  // One file after the other, in one process: they share its modules (tests/support/loader.mjs).
  '--runInBand',
  '--passWithNoTests',
  // What a file leaves open, a connection or a timer of a page, ends with the process.
  '--forceExit',
  '--selectProjects',
  project,
];

/** Runs one step, passes its output on, and reads from it how many passed and failed; a step without counts is one. */
async function run(s: Step): Promise<{ passed: number; failed: number; what: string[] }> {
  say(s.name);
  const child = spawn(s.command, s.args, { stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, ...s.env } });
  running.add(child);
  let output = '';
  // Kept until the step is over: two that run side by side would be read mixed.
  for (const stream of [child.stdout, child.stderr])
    stream.setEncoding('utf8').on('data', (text: string) => {
      output += text;
    });
  const status = await new Promise<number | null>((ok, fail) => child.on('close', ok).on('error', fail));
  running.delete(child);
  process.stderr.write(`${s.name}:\n${output}`);
  return readCounts(output, status);
}
