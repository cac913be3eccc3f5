import { type Certificate, certificates } from '@/core/practice/certificates';
import { ask, type Context } from '@/server/context';
import { uncertified } from '@/server/questions';

/**
 * Work that needs a certificate is asked about where none of who records it is kept, or it has ended. A house that keeps
 * no certificates of that kind is not asked: it keeps them elsewhere. One statement.
 */
export async function askCertified(c: Context, what: Certificate, path: string): Promise<void> {
  const kept = await c
    .trx('certificate')
    .where({ site_id: c.site.id, what })
    .select<{ person_id: number; until: number | null }[]>('person_id', 'until');
  if (kept.length === 0) return;
  if (kept.some((k) => k.person_id === c.actor.id && (k.until === null || k.until > c.now))) return;
  const own = kept.some((k) => k.person_id === c.actor.id);
  ask(c, uncertified, {
    message: `${c.actor.name}’s certificate for ${certificates[what].word} ${own ? 'has ended' : 'is not on file'}: ${certificates[what].says}.`,
    path,
    todo: 'Let somebody do it who may.',
    choices: [{ value: 'other', label: 'Somebody who may did it, or stood by', why: 'name them in the note' }],
  });
}
