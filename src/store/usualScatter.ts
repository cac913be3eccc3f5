import { type Measurement, measurement } from '@/core/books/measurement';
import { meanWeight } from '@/core/sampling/meanWeight';
import { ratioEstimate } from '@/core/sampling/ratio';
import { fromJson } from './books/rows';
import type { Db } from './connection';

/** Measurements of one kind tell of one another: takes of eggs, what came, what is counted and weighed here. */
export const scatterKinds = {
  take: ['take'],
  arrival: ['arrival', 'opening'],
  count: ['weighing', 'count', 'release'],
} as const;
export type ScatterOf = keyof typeof scatterKinds;

/** Recent measurements looked at, and the fewest that make a "usual". */
const RECENT = 40;
const FEWEST = 5;

/**
 * This hatchery's own variation between samples (as a coefficient of variation of one sample), from recent measurements
 * of the same kind with three samples or more that stand; undefined until there are five of them.
 */
export async function usualScatter(db: Db, siteId: number, of: ScatterOf, now: number): Promise<number | undefined> {
  const lists = await Promise.all(
    scatterKinds[of].map(
      // Kind by kind and along this index: where a kind is rare, the database would else read all entries backwards.
      (kind) =>
        db
          .from(db.raw('entry AS e FORCE INDEX (entry_site_id_kind_seq_index)'))
          .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
          .where({ 'e.site_id': siteId, 'e.kind': kind })
          .where('e.recorded_at', '<=', now)
          .whereNull('v.seq')
          .orderBy('e.seq', 'desc')
          .limit(RECENT)
          .select<{ seq: number; intent: string }[]>('e.seq', 'e.intent'),
    ),
  );
  const rows = lists
    .flat()
    .sort((a, b) => b.seq - a.seq)
    .slice(0, RECENT);
  const squares = rows.flatMap((r) => {
    const parsed = measurement.safeParse(fromJson<{ measured?: unknown }>(r.intent).measured);
    return parsed.success ? cvOf(parsed.data) : [];
  });
  return squares.length < FEWEST ? undefined : Math.sqrt(squares.reduce((s, v) => s + v ** 2, 0) / squares.length);
}

/** Methods whose samples scatter as these do. */
export const scatters = (method: Measurement['method']): boolean =>
  method === 'volume' || method === 'weight' || method === 'buckets';

function cvOf(m: Measurement): number[] {
  if (m.method === 'volume' && m.samples.length >= 3) {
    const r = ratioEstimate(
      m.samples.map((s) => ({ y: s.count, x: s.volumeMl })),
      0,
    );
    return r.ratio > 0 ? [(r.se / r.ratio) * Math.sqrt(m.samples.length)] : [];
  }
  if ((m.method === 'weight' || m.method === 'buckets') && m.batches.length >= 3) {
    const r = meanWeight(m.batches);
    return [(r.se / r.ratio) * Math.sqrt(m.batches.length)];
  }
  return [];
}
