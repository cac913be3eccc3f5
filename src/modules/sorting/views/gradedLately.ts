import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';

/** What a grading of the last days led to: its classes, who died since, whether they were fed again. */
export type GradedLately = {
  entryId: string;
  at: number;
  lot: string;
  unit: string;
  /** Found fewer than the books held, or, below nothing, more. */
  unexplained: number;
  classes: {
    lotId: number;
    lot: string;
    unit: string;
    number: number;
    deadSince: number;
    fedAt: number | null;
  }[];
};

/** Those that a grading hurt die within so many days of it. */
const DAYS = 2;

/** Gradings of the last two days with what came of them. Three statements. */
export async function gradedLately(db: Db, siteId: number, now: number): Promise<GradedLately[]> {
  const rows = await db('entry as e')
    .join('posting as p', 'p.entry_seq', 'e.seq')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('lot as t', 't.id', 'h.lot_id')
    .join('unit as u', 'u.id', 'h.unit_id')
    .where({ 'e.site_id': siteId, 'e.kind': 'grade' })
    .where('e.at', '>', now - DAYS * DAY_MS)
    .where('e.at', '<=', now)
    .whereNull('p.superseded_seq')
    .orderBy(['e.seq', 'p.id'])
    .select<
      {
        entryId: string;
        at: number;
        account: string;
        delta: number;
        holdingId: number;
        lotId: number;
        lot: string;
        unit: string;
      }[]
    >({
      entryId: 'e.id',
      at: 'e.at',
      account: 'p.account',
      delta: 'p.delta',
      holdingId: 'h.id',
      lotId: 't.id',
      lot: 't.name',
      unit: 'u.name',
    });
  const into = rows.filter((r) => r.account === 'holding' && r.delta > 0);
  const since = Math.min(...rows.map((r) => r.at));
  const seen =
    into.length === 0
      ? []
      : await db('observation')
          .whereIn(
            'holding_id',
            into.map((r) => r.holdingId),
          )
          .whereIn('kind', ['dead', 'feed'])
          .where('at', '>=', since)
          .where('at', '<=', now)
          .orderBy('at')
          .select<{ holding_id: number; kind: string; at: number; value: number }[]>(
            'holding_id',
            'kind',
            'at',
            'value',
          );
  return [...new Set(rows.map((r) => r.entryId))].map((id): GradedLately => {
    const own = rows.filter((r) => r.entryId === id);
    const classes = own.filter((r) => r.account === 'holding' && r.delta > 0);
    const from = own.find((r) => r.account === 'holding' && r.delta < 0) ?? own[0]!;
    const after = (holdingId: number, kind: string) =>
      seen.filter((s) => s.holding_id === holdingId && s.kind === kind && s.at >= own[0]!.at);
    return {
      entryId: id,
      at: own[0]!.at,
      lot: from.lot,
      unit: from.unit,
      unexplained: own.filter((r) => r.account === 'unexplained').reduce((s, r) => s + r.delta, 0),
      classes: classes.map((c) => ({
        lotId: c.lotId,
        lot: c.lot,
        unit: c.unit,
        number: c.delta,
        deadSince: after(c.holdingId, 'dead').reduce((s, x) => s + x.value, 0),
        fedAt: after(c.holdingId, 'feed')[0]?.at ?? null,
      })),
    };
  });
}
