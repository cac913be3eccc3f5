import {
  type DeadCount,
  type DeadDay,
  type DeadWatch,
  deadDays,
  type JudgedDay,
  watchOfDays,
} from '@/core/health/deadDays';
import { thresholds } from '@/core/thresholds';
import { DAY_MS } from '@/core/time/spans';
import { fromJson } from './books/rows';
import type { Db } from './connection';

/** Days that are looked at: what was usual longer ago was so of smaller animals. */
const LOOKED_DAYS = 60;
/** Days that are kept with the watch, for the curve of the unit. */
const KEPT_DAYS = 42;
/** Tanks that stand alike, so many at most: the level of one more tells nothing new. */
const SISTERS = 12;

/** Marks the watch over the dead of lots as stale. Asking twice queues once. */
export const watchQueued = (db: Db, siteId: number, lotIds: readonly number[], now: number) =>
  db('job')
    .insert([...new Set(lotIds)].map((id) => ({ site_id: siteId, kind: 'watch', subject: String(id), queued_at: now })))
    .onConflict(['kind', 'subject'])
    .merge({ queued_at: now, attempts: 0 });

type Watched = { id: number; lot: number; species: string; stage: string; openedAt: number };

/** Works the watch over the dead of a lot's tanks anew, from all their counts. Seven statements. */
export async function watchDeadOf(db: Db, siteId: number, lotId: number, now: number): Promise<void> {
  const holdings = (await db('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 'h.lot_id': lotId })
    .whereNot('h.station', 'eggs')
    .where('h.number', '>', 0)
    .select({
      id: 'h.id',
      lot: 'h.lot_id',
      species: 't.species',
      stage: 'h.stage',
      openedAt: 'h.opened_at',
    })) as Watched[];
  if (holdings.length === 0) {
    await db('dead_watch').where({ lot_id: lotId }).delete();
    return;
  }
  const watches = await watchesOver(db, siteId, holdings, now);
  const rows = [...watches].map(([id, { usual, rise, days }]) => ({
    holding_id: id,
    lot_id: lotId,
    worked_at: now,
    usual: usual && JSON.stringify(usual),
    rise: rise && JSON.stringify(rise),
    days: JSON.stringify(days.slice(-KEPT_DAYS).map(tidied)),
  }));
  await db.transaction(async (trx) => {
    await trx('dead_watch').where({ lot_id: lotId }).delete();
    // A holding may have gone over to another lot meanwhile: its row is then that lot's.
    await trx('dead_watch')
      .whereIn(
        'holding_id',
        holdings.map((h) => h.id),
      )
      .delete();
    if (rows.length > 0) await trx('dead_watch').insert(rows);
  });
}

/** The watch over the dead of tanks of one species, up to an instant; none of those that were never counted. */
export async function watchesOver(
  db: Db,
  siteId: number,
  holdings: readonly Watched[],
  now: number,
): Promise<Map<number, DeadWatch>> {
  if (holdings.length === 0) return new Map();
  const site = await db('site').where({ id: siteId }).first<{ time_zone: string }>('time_zone');
  const [counts, sisters, closed, units] = await Promise.all([
    deadCounts(
      db,
      holdings.map((h) => h.id),
      now,
    ),
    sistersOf(db, siteId, holdings, site.time_zone, now),
    casesClosed(db, siteId, now),
    db('holding')
      .where({ site_id: siteId })
      .where('number', '>', 0)
      .whereNot('station', 'eggs')
      .countDistinct('unit_id as n')
      .first<{ n: number }>(),
  ]);
  return new Map(
    holdings.flatMap((h) => {
      // Once a case is closed somebody has judged what was before: it begins anew.
      const from = Math.max(h.openedAt, closed.get(h.id) ?? 0, now - LOOKED_DAYS * DAY_MS);
      const days = deadDays(
        (counts.get(h.id) ?? []).filter((k) => k.at >= from),
        from,
        site.time_zone,
      );
      if (days.length === 0) return [];
      const like = [...sisters].filter(([id, s]) => id !== h.id && s.stage === h.stage).map(([, s]) => s.days);
      return [
        [
          h.id,
          watchOfDays(days, {
            sisters: like,
            falsePerMonth: thresholds.deadFalsePerMonth.value,
            units: Math.max(1, Number(units.n)),
          }),
        ] as const,
      ];
    }),
  );
}

/** When the last case of each holding was closed. */
async function casesClosed(db: Db, siteId: number, now: number): Promise<Map<number, number>> {
  const rows = await db('health_case')
    .where({ site_id: siteId })
    .whereBetween('closed_at', [now - LOOKED_DAYS * DAY_MS, now])
    .orderBy('closed_at')
    .select<{ holdings: string; at: number }[]>({ holdings: 'holdings', at: 'closed_at' });
  return new Map(
    rows.flatMap((r) => fromJson<{ holding: number }[]>(r.holdings).map((h) => [h.holding, r.at] as const)),
  );
}

const tidied = (d: JudgedDay): JudgedDay => ({ ...d, expected: d.expected && Math.round(100 * d.expected) / 100 });

/** Dead counted in holdings of late, each with how many there were. One statement. */
export async function deadCounts(
  db: Db,
  holdingIds: readonly number[],
  now: number,
): Promise<Map<number, DeadCount[]>> {
  const rows =
    holdingIds.length === 0
      ? []
      : await db('observation as o')
          .join('holding as h', 'h.id', 'o.holding_id')
          .leftJoin('holding_point as p', (on) =>
            on.on('p.entry_seq', 'o.entry_seq').andOn('p.holding_id', 'o.holding_id'),
          )
          .whereIn('o.holding_id', [...holdingIds])
          .where('o.kind', 'dead')
          .where('o.at', '<=', now)
          .where('o.at', '>', now - LOOKED_DAYS * DAY_MS)
          .orderBy([
            { column: 'o.at', order: 'desc' },
            { column: 'o.id', order: 'desc' },
          ])
          .select<{ holding: number; at: number; dead: number; after: number | null; stands: number }[]>({
            holding: 'o.holding_id',
            at: 'o.at',
            dead: 'o.value',
            after: 'p.number',
            stands: 'h.number',
          });
  const out = new Map<number, DeadCount[]>();
  for (const r of rows) {
    const list = out.get(r.holding) ?? [];
    out.set(r.holding, list);
    // A look that found none moved none, and left no number: what the next count began with stood there.
    const after = r.after ?? list.at(-1)?.before ?? r.stands;
    list.push({ at: r.at, dead: r.dead, before: after + r.dead });
  }
  return out;
}

/** Counts of tanks that stand alike: those of the same lot, where it stood before, others of its species, the latest first. */
async function sistersOf(
  db: Db,
  siteId: number,
  holdings: readonly Watched[],
  timeZone: string,
  now: number,
): Promise<Map<number, { stage: string; days: DeadDay[] }>> {
  const { species, lot } = holdings[0]!;
  const rows = (await db('holding as h')
    .join('lot as t', 't.id', 'h.lot_id')
    .where({ 'h.site_id': siteId, 't.species': species })
    .whereIn('h.stage', [...new Set(holdings.map((h) => h.stage))])
    .where('h.last_order_at', '>', now - LOOKED_DAYS * DAY_MS)
    .whereNotNull('h.opened_at')
    .orderByRaw('h.lot_id = ? DESC, h.last_order_at DESC', [lot])
    .limit(SISTERS)
    .select({ id: 'h.id', stage: 'h.stage', openedAt: 'h.opened_at' })) as {
    id: number;
    stage: string;
    openedAt: number;
  }[];
  const counts = await deadCounts(
    db,
    rows.map((r) => r.id),
    now,
  );
  return new Map(
    rows.map((r) => [r.id, { stage: r.stage, days: deadDays(counts.get(r.id) ?? [], r.openedAt, timeZone) }]),
  );
}
