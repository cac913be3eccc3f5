import type { Incident } from '@/core/practice/incidents';
import { DAY_MS } from '@/core/time/spans';
import { type CertificateRow, certificatesOf, type Visitor, visitorsLately } from '@/modules/safety/views/people';
import { type CaseRow, casesOf } from '@/server/stock/cases';
import type { LivingHolding } from '@/server/stock/livingStock';
import { type Barred, barredAt, type Treatment, treatmentsOf } from '@/server/stock/treated/withdrawal';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { type InspectionRow, inspectionsOf } from '../inspections';
import { type Arrived, arrivedLately } from './arrived';
import { type BroodTreated, broodTreated } from './broodTreated';
import { type Health, health } from './health';
import { type LookDue, looksDue } from './looks';
import { vaccinationsLately } from './vaccination';

export type HealthPage = {
  health: Health;
  cases: (CaseRow & { units: string[] })[];
  /** Treatments that go on, and courses of which nobody said that they ended. */
  running: Treatment[];
  barred: { unit: string; lot: string; lotId: number; barred: Barred }[];
  /** The brood under treatments, or barred by them. */
  brood: BroodTreated[];
  /** Tanks into which fish were moved, not looked at again since. */
  looks: LookDue[];
  /** Came from elsewhere within weeks, and in no quarantine. */
  arrived: Arrived[];
  vaccinations: Awaited<ReturnType<typeof vaccinationsLately>>;
  inspections: InspectionRow[];
  visitors: Visitor[];
  certificates: CertificateRow[];
  people: { id: number; name: string }[];
  /** What happened to people within a year. */
  incidents: { id: string; at: number; what: Incident; who: string; said: string; done: string }[];
};

/** Everything that the page of health shows. */
export async function healthPage(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  holdings: readonly LivingHolding[],
): Promise<HealthPage> {
  const [
    watched,
    cases,
    treatments,
    barred,
    vaccinations,
    inspections,
    incidents,
    visitors,
    certificates,
    people,
    looks,
    arrived,
    brood,
  ] = await Promise.all([
    health(db, site, now, holdings),
    casesOf(db, site.siteId, now),
    treatmentsOf(db, site.siteId, now),
    barredAt(
      db,
      site.siteId,
      now,
      holdings.map((h) => h.holdingId),
    ),
    vaccinationsLately(db, site.siteId, now),
    inspectionsOf(db, site.siteId),
    incidentsOf(db, site.siteId, now),
    visitorsLately(db, site.siteId, now),
    certificatesOf(db, site.siteId),
    db('person').where({ site_id: site.siteId, active: true }).orderBy('name').select('id', 'name'),
    looksDue(db, site.siteId, now),
    arrivedLately(db, site.siteId, now),
    broodTreated(db, site.siteId, now),
  ]);
  const units = await db('unit')
    .whereIn('id', [...new Set(cases.flatMap((c) => c.holdings.map((h) => h.unit)))])
    .select('id', 'name');
  const nameOf = new Map(units.map((u) => [u.id, u.name]));
  return {
    health: watched,
    vaccinations,
    inspections: inspections.filter((i) => i.openedAt <= now).slice(0, 6),
    incidents,
    visitors,
    certificates,
    people,
    looks,
    brood,
    arrived: arrived.filter((a) => !cases.some((k) => k.holdings.some((h) => h.holding === a.holdingId))),
    cases: cases.map((c) => ({
      ...c,
      units: [...new Set(c.holdings.map((h) => nameOf.get(h.unit) ?? ''))].sort((a, b) => a.localeCompare(b)),
    })),
    // Of a bath the clock ran out by itself; a course is over when somebody says so.
    running: treatments.filter((t) => (t.end > now && !t.ended) || (t.by === 'feed' && !t.ended)),
    barred: holdings.flatMap((h) =>
      (barred.get(h.holdingId) ?? []).map((b) => ({ unit: h.unit, lot: h.lot, lotId: h.lotId, barred: b })),
    ),
  };
}

/** Incidents of the last year that stand, the latest first. One statement. */
async function incidentsOf(db: Db, siteId: number, now: number): Promise<HealthPage['incidents']> {
  const rows = await db('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where({ 'e.site_id': siteId, 'e.kind': 'incident' })
    .whereNull('v.seq')
    .whereBetween('e.order_at', [now - 366 * DAY_MS, now + DAY_MS])
    .where('e.at', '<=', now)
    .orderBy('e.order_at', 'desc')
    .limit(20)
    .select<{ id: string; at: number; intent: string }[]>('e.id', 'e.at', 'e.intent');
  return rows.map(({ intent, ...r }) => {
    const { what, who, said, done } = fromJson<HealthPage['incidents'][number]>(intent);
    return { ...r, what, who, said, done };
  });
}
