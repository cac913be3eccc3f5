import { DAY_MS } from '@/core/time/spans';
import { type Discharge, type DischargeLine, type DischargeTrend, nextSample, trendsOf } from '@/core/water/discharge';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

export type DischargeRow = DischargeLine & { id: number; litres: number | null; said: string };
export type Outflow = {
  trends: DischargeTrend[];
  /** When the next sample is due; null before the first. */
  due: number | null;
  /** Lines, the latest first. */
  lines: DischargeRow[];
};

/** Two years tell the rhythm and the trend. */
const DAYS = 730;

/** What left with the water, in the order of time. One statement. */
export async function dischargeLines(db: Db, siteId: number, now: number): Promise<DischargeRow[]> {
  const rows = await db('discharge')
    .where({ site_id: siteId })
    .whereBetween('at', [now - DAYS * DAY_MS, now])
    .orderBy(['at', 'id'])
    .limit(1000)
    .select<
      { id: number; at: number; what: Discharge; place: string; figures: string; litres: number | null; said: string }[]
    >('id', 'at', 'what', 'place', 'figures', 'litres', 'said');
  return rows.map((r) => ({ ...r, figures: fromJson<DischargeLine['figures']>(r.figures) }));
}

/** What left with the water, as it stands. One statement. */
export async function outflow(db: Db, siteId: number, now: number): Promise<Outflow> {
  const lines = await dischargeLines(db, siteId, now);
  return { trends: trendsOf(lines), due: nextSample(lines), lines: lines.toReversed() };
}
