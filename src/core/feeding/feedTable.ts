import { z } from 'zod';
import { groups } from '../species/species';
import { type RationRow, rationFromTable } from './ration';

const share = z.number().min(0, 'must not be below 0').max(100, 'is more than their whole mass');

/** A table of rations: share of the body mass a day, %, by mass and temperature. */
export const feedTable = z
  .strictObject({
    id: z.string().regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'takes small letters, figures and hyphens'),
    name: z.string().trim().min(1, 'needs a name').max(60, 'is too long'),
    groups: z.array(z.enum(groups)).default([]),
    species: z.array(z.string()).default([]),
    celsius: z
      .array(z.number().min(-2, 'is colder than water gets').max(45, 'is hotter than fish live in'))
      .min(1, 'needs at least one temperature'),
    rows: z
      .array(z.strictObject({ massG: z.number().gt(0, 'must be above 0'), percent: z.array(share) }))
      .min(1, 'needs at least one row'),
    source: z.string().trim().min(1, 'needs a source'),
    hint: z.string().default(''),
  })
  .superRefine((t, c) => {
    const rising = (list: readonly number[]) => list.every((v, i) => i === 0 || v > list[i - 1]!);
    if (!rising(t.celsius)) c.addIssue({ code: 'custom', path: ['celsius'], message: 'must rise, each once' });
    if (!rising(t.rows.map((r) => r.massG)))
      c.addIssue({ code: 'custom', path: ['rows'], message: 'must rise by mass, each once' });
    t.rows.forEach((r, i) => {
      if (r.percent.length !== t.celsius.length)
        c.addIssue({
          code: 'custom',
          path: ['rows', i, 'percent'],
          message: `needs a share for each of the ${t.celsius.length} temperatures`,
        });
    });
  });
export type FeedTable = z.output<typeof feedTable>;

/** Whether a table is one for a species: named, or by its group. */
export const tableFits = (t: FeedTable, species: { id: string; group: string }): boolean =>
  t.species.includes(species.id) || t.groups.some((g) => g === species.group);

/** The grid as rows of the calculation. */
export const rowsOf = (t: Pick<FeedTable, 'celsius' | 'rows'>): RationRow[] =>
  t.rows.flatMap((r) => t.celsius.map((celsius, i) => ({ massG: r.massG, celsius, percentPerDay: r.percent[i]! })));

export type OnTable = { percentPerDay: number; beyond: ('mass' | 'warmth')[] };

/**
 * The share of a table for a mass and temperature, and in what it lies beyond the table: its edge then counts, and is
 * said to be one.
 */
export function onTable(t: FeedTable, massG: number, celsius: number): OnTable {
  const within = (v: number, first: number, last: number) => Math.min(last, Math.max(first, v));
  const m = within(massG, t.rows[0]!.massG, t.rows.at(-1)!.massG);
  const c = within(celsius, t.celsius[0]!, t.celsius.at(-1)!);
  return {
    percentPerDay: rationFromTable(rowsOf(t), m, c),
    beyond: [...(m === massG ? [] : ['mass' as const]), ...(c === celsius ? [] : ['warmth' as const])],
  };
}
