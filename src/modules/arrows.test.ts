import { readdirSync, readFileSync } from 'node:fs';
import { join, normalize } from 'node:path';

const SRC = join(process.cwd(), 'src');
const files = readdirSync(SRC, { recursive: true, encoding: 'utf8' }).filter(
  (f) => /\.tsx?$/.test(f) && !/\.test\.tsx?$|\/example\.ts$/.test(f),
);
const IMPORT = /(?:from|import)\s*\(?\s*'(@\/|\.{1,2}\/)([^']+)'/g;

/** Where each file's imports lead, as paths below src; types count too: a room that needs another's shape needs the room. */
const imports = new Map(
  files.map((f) => [
    f,
    [...readFileSync(join(SRC, f), 'utf8').matchAll(IMPORT)].map(([, base, path]) =>
      normalize(base === '@/' ? path! : join(f, '..', base!, path!)),
    ),
  ]),
);
const roomOf = (path: string) => /^modules\/([^/]+)\//.exec(path)?.[1];

test('no two rooms need each other, however far round', () => {
  const needs = new Map<string, Map<string, string>>();
  for (const [f, to] of imports)
    for (const t of to) {
      const [from, other] = [roomOf(f), roomOf(t)];
      if (!from || !other || from === other) continue;
      const of = needs.get(from) ?? needs.set(from, new Map()).get(from)!;
      if (!of.has(other)) of.set(other, `${f} needs ${t}`);
    }
  const circles: string[] = [];
  const walk = (room: string, way: readonly string[]): void => {
    if (way.includes(room)) {
      circles.push([...way.slice(way.indexOf(room)), room].join(' → '));
      return;
    }
    for (const next of needs.get(room)?.keys() ?? []) walk(next, [...way, room]);
  };
  for (const room of needs.keys()) walk(room, []);
  const reasons = [...needs].flatMap(([, m]) => [...m.values()]);
  expect({ circles: [...new Set(circles)], reasons: circles.length > 0 ? reasons : [] }).toEqual({
    circles: [],
    reasons: [],
  });
});

test('what an act is can be read in the browser: it needs neither the database nor how it is carried out', () => {
  const allowed = /^(core\/|server\/(act\/|questions$)|modules\/[^/]+\/(input|words)$)/;
  const typesOnly = (f: string, t: string) =>
    !new RegExp(`^import (?!type)[^;]*'(?:@/|[./]+)[^']*${t.split('/').at(-1)}'`, 'm').test(
      readFileSync(join(SRC, f), 'utf8'),
    );
  const wrong = [...imports].flatMap(([f, to]) =>
    /^modules\/[^/]+\/acts\/[^/]+\/act\.ts$/.test(f)
      ? to.filter((t) => !allowed.test(t) && !typesOnly(f, t)).map((t) => `${f} needs ${t}`)
      : [],
  );
  expect(wrong).toEqual([]);
});
