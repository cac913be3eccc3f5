import { type SessionState, sessionState } from '@/core/health/session';
import type { Db } from '@/store/connection';
import type { SessionWay } from '../input';
import { batchesOf, type VaccinationRow, vaccinationsOf } from '../vaccination';

export type VaccinationView = VaccinationRow & {
  unit: string;
  lot: string;
  /** In the tank by the books. */
  stands: number;
  state: SessionState;
  /** The latest first. */
  batches: { id: string; at: number; number: number; hand: string; asleepS: number | null; dead: number }[];
};

/** One vaccination as it stands, batch by batch; null where there is none. Four statements. */
export async function vaccinationView(
  db: Db,
  siteId: number,
  id: number,
  now: number,
): Promise<VaccinationView | null> {
  const [row] = await vaccinationsOf(db, siteId, id);
  if (!row) return null;
  const [{ batches, needles }, names, stands] = await Promise.all([
    batchesOf(db, id),
    db('unit as u')
      .join('lot as t', 't.id', db.raw('?', [row.lotId]))
      .where('u.id', row.unitId)
      .first<{ unit: string; lot: string }>({ unit: 'u.name', lot: 't.name' }),
    db('holding').where({ unit_id: row.unitId, lot_id: row.lotId }).sum('number as n').first<{ n: string | null }>(),
  ]);
  const { number, mlEach, longestS, needleAfter } = row.plan;
  return {
    ...row,
    ...names,
    stands: Number(stands.n ?? 0),
    state: sessionState(
      batches,
      { number, doseMl: mlEach ?? 0, longestS: longestS ?? null, needleAfter: needleAfter ?? null },
      now,
      needles,
    ),
    batches: batches.toReversed(),
  };
}

/** Vaccinations that go on, or ended within the last month, for the page of health. Two statements. */
export async function vaccinationsLately(
  db: Db,
  siteId: number,
  now: number,
): Promise<
  {
    id: number;
    unit: string;
    vaccine: string;
    way: SessionWay;
    begunAt: number;
    closedAt: number | null;
    done: number;
    of: number;
  }[]
> {
  const rows = (await vaccinationsOf(db, siteId)).filter(
    (v) => v.begunAt <= now && (v.closedAt === null || v.closedAt > now - LATELY_MS),
  );
  if (rows.length === 0) return [];
  const done = await db('vaccination as v')
    .join('unit as u', 'u.id', 'v.unit_id')
    .leftJoin('vaccination_batch as b', 'b.vaccination_id', 'v.id')
    .whereIn(
      'v.id',
      rows.map((r) => r.id),
    )
    .groupBy('v.id', 'u.name')
    .select<{ id: number; unit: string; n: string | null }[]>(
      { id: 'v.id', unit: 'u.name' },
      db.raw('SUM(b.number) AS n'),
    );
  return rows.map((r) => {
    const d = done.find((x) => x.id === r.id);
    return {
      id: r.id,
      unit: d?.unit ?? '',
      vaccine: r.plan.vaccine,
      way: r.plan.way,
      begunAt: r.begunAt,
      closedAt: r.closedAt,
      done: Number(d?.n ?? 0),
      of: r.plan.number,
    };
  });
}
const LATELY_MS = 31 * 86_400_000;
