import type { DayEntry } from '@/core/spawning/dayState';
import { fromJson } from './books/rows';
import type { Db } from './connection';

/** The entries of a spawning day that stand. */
export async function dayEntries(db: Db, day: number): Promise<DayEntry[]> {
  const rows = await db('entry as e')
    .whereIn('e.seq', db('observation').where({ spawning_day_id: day }).select('entry_seq'))
    .orderBy('e.seq')
    .select<
      {
        id: string;
        kind: string;
        at: number;
        measured_by: string;
        note: string;
        intent: string;
      }[]
    >('e.id', 'e.kind', 'e.at', 'e.measured_by', 'e.note', 'e.intent');
  return rows.map((r) => ({
    id: r.id,
    kind: r.kind,
    at: r.at,
    by: r.measured_by,
    note: r.note,
    intent: fromJson<unknown>(r.intent),
  }));
}
