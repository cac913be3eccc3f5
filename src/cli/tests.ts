import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
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
    NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
  };
  let passed = 0;
  let failed = 0;
  const what: string[] = [];
  const names = unitOnly ? args.slice(1) : [];
  const checks: Step[] = [
    { name: 'types', command: 'node', args: ['node_modules/typescript/bin/tsc', '--noEmit'] },
    { name: 'lint', command: 'node', args: ['node_modules/@biomejs/biome/bin/biome', 'check', '.'] },
  ];
  const core: Step[] = [
    // In parts: a test file leaves its modules behind in memory, and one process for all of them would run out of it.
    ...Array.from({ length: CORE_PARTS }, (_, i) => ({
      name: `units, part ${i + 1} of ${CORE_PARTS}`,
      command: 'node',
      args: [...jest('core'), `--shard=${i + 1}/${CORE_PARTS}`, ...names],
      env,
    })),
  ];
  const store: Step = {
    name: 'units of the store',
    command: 'node',
    args: [...jest('store', 'faults'), ...names],
    env,
  };
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
    // Two lanes of about the same length. The store mostly waits for its database: beside it there is room for what
    // needs the processor.
    await Promise.all([
      inTurn([store, ...core.slice(BEFORE_BROWSER)]),
      inTurn(core.slice(0, BEFORE_BROWSER)).then(async () => {
        if (unitOnly || stopped) return;
        build();
        await inTurn([browser]);
      }),
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

const CORE_PARTS = 5;
/** Of these, how many run in the lane of the browser. */
const BEFORE_BROWSER = 2;

/** Jest on some of its projects; a name that one of them does not have is found in the other. */
const jest = (...projects: string[]) => [
  'node_modules/jest/bin/jest.js',
  // One file after the other: some measure how long they keep others waiting, and all share one database server.
  '--runInBand',
  '--passWithNoTests',
  '--selectProjects',
  ...projects,
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
