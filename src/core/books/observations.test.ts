import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { observationKinds } from './observations';

const files = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory()
      ? files(join(dir, e.name))
      : /\.ts$/.test(e.name) && !/\.test\.ts$/.test(e.name)
        ? [join(dir, e.name)]
        : [],
  );

test('every kind of observation is written by some act, and fits the column that keeps it', () => {
  const source = ['src/modules', 'src/server']
    .flatMap(files)
    .map((f) => readFileSync(f, 'utf8'))
    .join('\n');
  for (const kind of Object.keys(observationKinds)) {
    expect([kind, source.includes(`'${kind}'`)]).toEqual([kind, true]);
    expect(kind.length).toBeLessThanOrEqual(20);
  }
});

test('what is counted has a value or a word to count, and a word always says what it says', () => {
  for (const [kind, k] of Object.entries(observationKinds)) {
    const {
      counted = false,
      value,
      said,
    } = { value: undefined, said: undefined, ...k } as {
      counted?: true;
      value?: string;
      said?: string;
    };
    expect([kind, !counted || value !== undefined || said !== undefined]).toEqual([kind, true]);
    expect([kind, said === undefined || said.length > 4]).toEqual([kind, true]);
  }
});
