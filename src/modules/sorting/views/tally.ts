import { HOUR_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import type { TallyTogether } from '../acts/tally/act';

/** A part that was begun longer ago is of another count. */
const OLDEST_MS = 12 * HOUR_MS;

/**
 * What several tally in one unit, part by part and summed. What was begun before the last count or grading of the unit
 * belongs to that. Three statements.
 */
export async function tallyOf(db: Db, unitId: number, now: number): Promise<TallyTogether> {
  const [counted, emptied] = await Promise.all([
    db('observation')
      .where({ unit_id: unitId, kind: 'census' })
      .where('at', '<=', now)
      .max<{ at: number | null }[]>('at as at')
      .first(),
    db('holding').where({ unit_id: unitId }).max<{ at: number | null }[]>('closed_at as at').first(),
  ]);
  const rows = await db('tally_part as p')
    .join('person as w', 'w.id', 'p.person_id')
    .where('p.unit_id', unitId)
    .where('p.begun_at', '>', Math.max(now - OLDEST_MS, counted?.at ?? 0, emptied?.at ?? 0))
    .orderBy('p.begun_at')
    .select<{ id: string; name: string; counts: string; at: number }[]>('p.id', 'w.name', 'p.counts', 'p.at');
  const parts = rows.map((r) => ({ ...r, counts: fromJson<Record<string, number>>(r.counts) }));
  const sum: Record<string, number> = {};
  for (const p of parts) for (const [k, n] of Object.entries(p.counts)) sum[k] = (sum[k] ?? 0) + n;
  return { sum, parts };
}
