import { type Measurement, measurement } from '@/core/books/measure';
import { meanWeight } from '@/core/sampling/meanWeight';
import { ratioEstimate } from '@/core/sampling/ratio';
import { fromJson } from '@/store/books/rows';
import type { Context } from './define';

/** Recent measurements looked at, and the fewest that make a "usual". */
const RECENT = 40;
const FEWEST = 5;

/**
 * This hatchery's own variation between samples (as a coefficient of variation of one sample), from recent
 * measurements of the same kind with three samples or more that stand; undefined until there are five of them.
 */
export async function usualCv(
  c: Context,
  method: Measurement['method'],
  kinds: readonly string[],
): Promise<number | undefined> {
  if (method !== 'volume' && method !== 'weight' && method !== 'buckets') return undefined;
  const rows = (await c
    .trx('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where('e.site_id', c.site.id)
    .whereIn('e.kind', [...kinds])
    .where('e.recorded_at', '<=', c.now)
    .whereNull('v.seq')
    .orderBy('e.seq', 'desc')
    .limit(RECENT)
    .select({ intent: 'e.intent' })) as { intent: string }[];
  const squares = rows.flatMap((r) => {
    const parsed = measurement.safeParse(fromJson<{ measured?: unknown }>(r.intent).measured);
    return parsed.success ? cvOf(parsed.data) : [];
  });
  return squares.length < FEWEST ? undefined : Math.sqrt(squares.reduce((s, v) => s + v ** 2, 0) / squares.length);
}

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
