import { localDay } from '@/core/time/localDay';
import { type SensorNow, sensorsNow } from '@/server/sensorsNow';
import type { LivingHolding } from '@/server/stock/livingStock';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

export type Today = {
  holdings: LivingHolding[];
  sensors: SensorNow[];
  /** Readings of probes that were left out since midnight. */
  leftOut: number;
  /** Looked at since midnight, by holding. */
  done: Record<number, number>;
  proposals: { id: string; by: string; at: number; type: string; payload: Record<string, unknown>; unit: string }[];
};

/** What is to be done now and in which order, from what stands; three queries whatever the history. */
export async function today(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  holdings: LivingHolding[],
): Promise<Today> {
  const day = localDay(now, site.timeZone);
  const [sensors, leftOut, done, proposals] = await Promise.all([
    sensorsNow(db, site.siteId, now),
    db('reading_left_out')
      .where({ site_id: site.siteId, day: day.start })
      .whereNot('reason', 'ahead')
      .sum('n as n')
      .first<{ n: string | null }>(),
    holdings.length === 0
      ? []
      : db('observation')
          .whereIn(
            'holding_id',
            holdings.map((h) => h.holdingId),
          )
          .whereIn('kind', ['pick', 'dead'])
          .where('at', '>=', day.start)
          .groupBy('holding_id')
          .select<{ holding_id: number; n: number }[]>('holding_id', db.raw('SUM(value) AS n')),
    db('proposal as p')
      .join('person as q', 'q.id', 'p.proposed_by')
      .leftJoin('unit as u', 'u.id', db.raw("CAST(JSON_VALUE(p.payload, '$.unit') AS UNSIGNED)"))
      .where({ 'p.site_id': site.siteId, 'p.state': 'open' })
      .orderBy('p.proposed_at')
      .select<(Today['proposals'][number] & { payload: string })[]>(
        'p.id',
        'q.name as by',
        'p.proposed_at as at',
        'p.type',
        'p.payload',
        'u.name as unit',
      ),
  ]);
  return {
    holdings,
    sensors,
    leftOut: Number(leftOut.n ?? 0),
    done: Object.fromEntries(done.map((d) => [d.holding_id, Number(d.n)])),
    proposals: proposals.map((p) => ({ ...p, payload: fromJson<Record<string, unknown>>(p.payload) })),
  };
}
