import type { Db } from '@/store/connection';

/** Somebody who works alone, with the time by which they are back. */
export type Alone = { id: number; personId: number; who: string; place: string; backBy: number };

/** All who work alone now. One statement. */
export async function aloneNow(db: Db, siteId: number, now: number): Promise<Alone[]> {
  return await db('alone as a')
    .join('person as p', 'p.id', 'a.person_id')
    .where({ 'a.site_id': siteId, 'a.back_at': null })
    .where('a.begun_at', '<=', now)
    .orderBy('a.back_by')
    .limit(50)
    .select<Alone[]>({ id: 'a.id', personId: 'a.person_id', who: 'p.name', place: 'a.place', backBy: 'a.back_by' });
}
