import type { Db } from '@/store/connection';

export type SignIn = { id: string; person: string; openedAt: number; seenAt: number; browser: string };

/** Sign-ins that are open, the last used first: one's own, or everybody's of the site. */
export async function signIns(db: Db, siteId: number, personId?: number): Promise<SignIn[]> {
  return await db('sign_in as s')
    .join('person as p', (j) => j.on('p.id', 's.person_id'))
    .where({ 'p.site_id': siteId, 's.ended_at': null })
    .modify((q) => {
      if (personId !== undefined) q.where('p.id', personId);
    })
    .orderBy('s.seen_at', 'desc')
    .limit(100)
    .select('s.id', { person: 'p.name', openedAt: 's.opened_at', seenAt: 's.seen_at' }, 's.browser');
}

/** Whether a second factor is asked for at somebody's sign-in. */
export async function hasSecondFactor(db: Db, personId: number): Promise<boolean> {
  const row = (await db('person').where({ id: personId }).whereNotNull('totp_secret').first('id')) as unknown;
  return row !== undefined;
}
