import { spawn } from 'node:child_process';
import { Writable } from 'node:stream';
import { registry } from '@/core/registry';
import { calc } from './calc';
import { readEnvironment } from './environment';

/** Everything written to a stream, as text. */
function paper() {
  const written: string[] = [];
  const stream = new Writable({
    write(chunk: Buffer, _encoding, done) {
      written.push(chunk.toString());
      done();
    },
  }) as never;
  return { stream, text: () => written.join('') };
}

async function ask(...args: string[]) {
  const [out, err] = [paper(), paper()];
  const code = await calc(args, out.stream, err.stream);
  return { code, out: out.text(), err: err.text() };
}

/** The command as a shell runs it, with lines on its input. */
function command(args: string[], input: string): Promise<{ code: number | null; out: string; err: string }> {
  const child = spawn('node', ['--import', 'tsx', 'src/cli/main.ts', ...args]);
  let [out, err] = ['', ''];
  child.stdout.on('data', (d) => (out += d));
  child.stderr.on('data', (d) => (err += d));
  child.stdin.end(input);
  return new Promise((ok) => child.on('close', (code) => ok({ code, out, err })));
}

test('without a name: every calculation by id and title, one a line', async () => {
  const { code, out } = await ask();
  const lines = out.trimEnd().split('\n');
  expect([code, lines.length]).toEqual([0, registry.length]);
  for (const [i, c] of registry.entries()) expect(lines[i]).toMatch(new RegExp(`^${c.id} +${c.title.slice(0, 8)}`));
});

test('one calculation: its answer as one line of JSON and nothing else', async () => {
  const { code, out, err } = await ask('sample.proportion', '{"successes":90,"trials":100}');
  expect([code, err]).toEqual([0, '']);
  expect(out.endsWith('\n') && out.trimEnd().includes('\n')).toBe(false);
  // Wilson's interval for 90 of 100: 0.8256 to 0.9448.
  expect(JSON.parse(out)).toMatchObject({
    estimate: 0.9,
    low: expect.closeTo(0.8256, 4),
    high: expect.closeTo(0.9448, 4),
  });
});

test.each(registry.map((c) => c.id))('the schema of %s says what goes in and what comes out', async (id) => {
  const { code, out } = await ask(id, '--schema');
  const { input, output } = JSON.parse(out);
  expect(code).toBe(0);
  for (const schema of [input, output])
    expect(schema).toMatchObject({ $schema: expect.stringContaining('json-schema') });
  expect(JSON.stringify(input)).toContain('properties');
});

test.each([
  [['sample.frobnicate', '{}'], /no calculation "sample.frobnicate"/],
  [['sample.proportion'], /give the input as JSON, for example: .*successes/],
  [['sample.proportion', '{"successes":90'], /input: is not JSON/],
  [['sample.proportion', '{"successes":90}'], /trials/],
  [['sample.proportion', '{"successes":90,"trials":80}'], /successes/],
  [['sample.proportion', '[]'], /input/],
])('bad input %j: one clear line on stderr, nothing on stdout, exit 2', async (args, says) => {
  const { code, out, err } = await ask(...args);
  expect([code, out]).toEqual([2, '']);
  expect(err).toMatch(says);
  expect(err.trimEnd().split('\n')).toHaveLength(1);
});

test('a batch answers line by line, in order, and goes on after what is wrong', async () => {
  const lines = [
    '{"id":"sample.proportion","input":{"successes":9,"trials":10}}',
    '{"id":"nothing.like.it","input":{}}',
    'not json at all',
    '',
    '{"id":"growth.specific","input":{"startG":1,"endG":2,"days":0}}',
    '{"input":{}}',
    '{"id":"growth.condition","input":{"massG":100,"lengthMm":200}}',
  ];
  const { code, out, err } = await command(['calc', '--batch'], lines.join('\r\n'));
  const answers = out
    .trimEnd()
    .split('\n')
    .map((l) => JSON.parse(l) as { ok: boolean; error?: string; output?: Record<string, number> });
  expect([code, err, answers.map((a) => a.ok)]).toEqual([0, '', [true, false, false, false, false, true]]);
  expect(answers.slice(1, 5).map((a) => a.error)).toEqual([
    expect.stringContaining('nothing.like.it'),
    expect.stringContaining('not JSON'),
    expect.stringContaining('days'),
    expect.stringContaining('must name a calculation'),
  ]);
  // Fulton: 10^5 x 100 g / 200^3 mm = 1.25.
  expect(answers[5]!.output!.k).toBeCloseTo(1.25, 10);
});

test('an unknown command says which there are; a reader that goes away is no error', async () => {
  const wrong = await command(['frobnicate'], '');
  expect([wrong.code, wrong.out]).toEqual([2, '']);
  expect(wrong.err).toMatch(/no command "frobnicate"[\s\S]*demo[\s\S]*check-books/);
  expect((await command(['--help'], '')).out).toContain('restore FILE');
});

const env = (set: Record<string, string>) => readEnvironment(set as NodeJS.ProcessEnv);

test('the environment: defaults, and the name of what is wrong', () => {
  expect(env({})).toMatchObject({ MORULA_HOST: '127.0.0.1', MORULA_PORT: 4180 });
  expect(env({ MORULA_PORT: '5000' }).MORULA_PORT).toBe(5000);
  expect(() => env({ MORULA_PORT: 'http' })).toThrow(/MORULA_PORT is wrong/);
  expect(() => env({ MORULA_PORT: '70000' })).toThrow(/MORULA_PORT/);
  expect(() => env({ DATABASE_URL: 'not an address' })).toThrow(/DATABASE_URL/);
});
