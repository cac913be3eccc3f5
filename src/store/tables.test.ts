import { readFileSync, writeFileSync } from 'node:fs';
import { ownDatabase } from '../../tests/support/server';
import { migrate } from './migrations';

const FILE = new URL('./tables.ts', import.meta.url).pathname;

type Column = { t: string; c: string; d: string; small: number; n: 'YES' | 'NO' };

/** Columns whose values are of a closed list that the code knows. */
const CLOSED: Readonly<Record<string, string>> = { 'observation.kind': 'ObservationKind' };

/** What a column's values are once the driver has read them; a small one may be asked for and written as yes or no. */
const typeOf = ({ t, c, d, small }: Column) => {
  const closed = CLOSED[`${t}.${c}`];
  if (closed) return closed;
  if (small) return 'Small';
  if (/int$|double|float/.test(d)) return 'number';
  if (/blob|binary/.test(d)) return 'Buffer';
  // Decimals come as they are, to their last place; so do JSON, days and every kind of text.
  return 'string';
};

function written(columns: readonly Column[]): string {
  const tables = [...new Set(columns.map((c) => c.t))];
  const name = (t: string) => t.replace(/(^|_)([a-z])/g, (_, __, l: string) => l.toUpperCase());
  const of = (t: string) => columns.filter((c) => c.t === t);
  return `// Written by tables.test.ts from the schema that the migrations make: MORULA_TABLES=write ./morula test unit store/tables

import type { ObservationKind } from '@/core/books/observations';

/** Yes or no, or another small number, as the database keeps it: read as a number, asked for and written as either. */
type Small = number | boolean;

${tables
  .map(
    (t) =>
      `interface ${name(t)} {\n${of(t)
        .map((c) => `  ${c.c}: ${typeOf(c)}${c.n === 'YES' ? ' | null' : ''};`)
        .join('\n')}\n}`,
  )
  .join('\n\n')}

declare module 'knex/types/tables' {
  interface Tables {
${tables.map((t) => `    ${t}: ${name(t)};`).join('\n')}
  }
}
`;
}

test('the types of the tables are those of the schema', async () => {
  const { db, drop } = await ownDatabase('tables', 2);
  try {
    await migrate(db);
    const [columns] = (await db.raw(
      `SELECT table_name AS t, column_name AS c, data_type AS d, data_type = 'tinyint' AS small, is_nullable AS n
       FROM information_schema.columns
       WHERE table_schema = DATABASE() AND table_name NOT LIKE 'migration%'
       ORDER BY table_name, ordinal_position`,
    )) as [Column[]];
    const text = written(columns);
    if (process.env.MORULA_TABLES === 'write') writeFileSync(FILE, text);
    // How many lines a formatter makes of it is no matter of the schema.
    const plain = (s: string) => s.replace(/\s+/g, ' ');
    expect(plain(readFileSync(FILE, 'utf8'))).toBe(plain(text));
  } finally {
    await drop();
  }
});
