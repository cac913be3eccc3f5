import { type Certificate, certificates } from '@/core/practice/certificates';
import { DAY_MS } from '@/core/time/spans';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

export type CertificateRow = {
  id: number;
  personId: number;
  who: string;
  what: Certificate;
  said: string;
  until: number | null;
};

/** Certificates of those who work here, what ends first before the others. One statement. */
export async function certificatesOf(db: Db, siteId: number): Promise<CertificateRow[]> {
  const rows = await db('certificate as c')
    .join('person as p', 'p.id', 'c.person_id')
    .where({ 'c.site_id': siteId, 'p.active': true })
    .orderByRaw('c.until IS NULL, c.until, p.name')
    .select<CertificateRow[]>({
      id: 'c.id',
      personId: 'c.person_id',
      who: 'p.name',
      what: 'c.what',
      said: 'c.said',
      until: 'c.until',
    });
  return rows.filter((r) => r.what in certificates);
}

export type Visitor = { id: string; at: number; who: string; where: string; farmHours?: number; clean: boolean };

/** Visitors of the last weeks, the latest first. One statement. */
export async function visitorsLately(db: Db, siteId: number, now: number): Promise<Visitor[]> {
  const rows = await db('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where({ 'e.site_id': siteId, 'e.kind': 'visitor' })
    .whereNull('v.seq')
    .whereBetween('e.order_at', [now - VISITOR_DAYS * DAY_MS, now + DAY_MS])
    .where('e.at', '<=', now)
    .orderBy('e.order_at', 'desc')
    .limit(30)
    .select<{ id: string; at: number; intent: string }[]>('e.id', 'e.at', 'e.intent');
  return rows.map(({ intent, ...r }) => ({ ...r, ...fromJson<Omit<Visitor, 'id' | 'at'>>(intent), ...r }));
}

/** What a visitor may have brought shows within so many days. */
const VISITOR_DAYS = 45;
