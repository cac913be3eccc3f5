import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { HOME, say } from './home';
import { DUMP_PROGRAM, ensurePrograms, startDatabase, stopDatabase } from './mariadb';
import { build } from './serve';

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
  const names = unitOnly ? args.slice(1) : [];
  const steps: Step[] = [
    { name: 'types', command: 'node', args: ['node_modules/typescript/bin/tsc', '--noEmit'] },
    { name: 'lint', command: 'node', args: ['node_modules/@biomejs/biome/bin/biome', 'check', '.'] },
    // In parts: a test file leaves its modules behind in memory, and one process for all of them would run out of it.
    ...Array.from({ length: CORE_PARTS }, (_, i) => ({
      name: `units, part ${i + 1} of ${CORE_PARTS}`,
      command: 'node',
      args: [...jest('core'), `--shard=${i + 1}/${CORE_PARTS}`, ...names],
      env,
    })),
    { name: 'units of the store', command: 'node', args: [...jest('store', 'faults'), ...names], env },
  ];
  try {
    for (const s of unitOnly ? steps.slice(2) : steps) {
      const r = run(s);
      passed += r.passed;
      failed += r.failed;
    }
    if (!unitOnly) {
      build();
      const r = run({
        name: 'browser',
        command: 'node',
        args: ['node_modules/@playwright/test/cli.js', 'test'],
        env: { ...env, NODE_OPTIONS: '' },
      });
      passed += r.passed;
      failed += r.failed;
    }
  } finally {
    await stopDatabase(server.dir);
  }
  process.stdout.write(`${passed} passed, ${failed} failed\n`);
  return failed === 0 && passed > 0 ? 0 : 1;
}

const CORE_PARTS = 3;

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
function run(s: Step): { passed: number; failed: number } {
  say(s.name);
  const r = spawnSync(s.command, s.args, { encoding: 'utf8', maxBuffer: 1 << 28, env: { ...process.env, ...s.env } });
  const output = `${r.stdout}${r.stderr}`;
  process.stderr.write(output);
  if (/^No tests found/m.test(output)) return { passed: 0, failed: r.status === 0 ? 0 : 1 };
  const counted = /^Tests:\s+(?:(\d+) failed, )?(?:\d+ skipped, )?(?:(\d+) passed, )?\d+ total/m.exec(output);
  if (counted)
    return {
      passed: Number(counted[2] ?? 0),
      failed: Number(counted[1] ?? 0) + (r.status !== 0 && !counted[1] ? 1 : 0),
    };
  const playwright = { failed: /^\s+(\d+) failed/m.exec(output), passed: /^\s+(\d+) passed/m.exec(output) };
  if (playwright.passed || playwright.failed)
    return {
      passed: Number(playwright.passed?.[1] ?? 0),
      failed: Number(playwright.failed?.[1] ?? 0) + (r.status !== 0 && !playwright.failed ? 1 : 0),
    };
  return r.status === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 };
}
