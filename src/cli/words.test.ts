import { spawnSync } from 'node:child_process';
import { oddWord } from './words';

test.each([
  ['demo', []],
  ['demo', ['hatch', '--fresh']],
  ['start', []],
  ['test', ['unit', 'modules/lot', 'core/eggs']],
  ['benchmark', ['soak', '60']],
  ['restore', ['sunday.gz', '--until', '2031-04-14', '07:40', '--demo']],
  ['restore', ['sunday.gz', '--until=2031-04-14 07:40']],
  ['calc', ['--schema', 'eggs.volumetric']],
] as const)('%s %j is known', (command, args) => expect(oddWord(command, args)).toBeNull());

test.each([
  ['demo', ['--frsh'], '--frsh'],
  ['demo', ['hatch', 'spawning'], 'spawning'],
  ['start', ['--fresh'], '--fresh'],
  ['start', ['hatch'], 'hatch'],
  ['restore', ['sunday.gz', '--untill', '2031-04-14'], '--untill'],
  ['restore', ['sunday.gz', '2031-04-14'], '2031-04-14'],
  ['backup', ['sunday.gz', 'monday.gz'], 'monday.gz'],
  ['check-books', ['--until=now'], '--until=now'],
] as const)('%s %j: %s is not', (command, args, odd) => expect(oddWord(command, args)).toBe(odd));

const morula = (...args: string[]) =>
  spawnSync('node', ['--import', 'tsx', 'src/cli/main.ts', ...args], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  });

test('a slip in an option starts nothing, and --help only tells', () => {
  const slip = morula('start', '--fresh');
  expect([slip.status, slip.stdout]).toEqual([2, '']);
  expect(slip.stderr).toMatch(/"start" does not know "--fresh"\. Nothing was started\./);
  const help = morula('demo', '--help');
  expect([help.status, help.stdout]).toEqual([0, expect.stringContaining('demo [SCENE]')]);
});
