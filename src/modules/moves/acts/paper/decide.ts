import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { issuePaper } from './act';

export const decision = decides(issuePaper, async (c, p) => {
  const entry = await c
    .trx('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where({ 'e.id': p.entryId, 'e.site_id': c.site.id })
    .first<{ seq: number; kind: string; at: number; voided: number | null } | undefined>(
      'e.seq',
      'e.kind',
      'e.at',
      'v.seq as voided',
    );
  if (entry?.kind !== 'release') throw new ActRefused('noRelease', 'There is no such release.', 'entryId');
  if (entry.voided) throw new ActRefused('voided', 'That release was taken back.', 'entryId');
  const standingPaper = await c.trx('paper').where({ entry_seq: entry.seq }).whereNull('superseded_seq').first();
  if (standingPaper) return { paperId: standingPaper.id, number: standingPaper.number };
  const count = await c.trx('paper').where({ site_id: c.site.id }).count('* as n').first<{ n: number }>();
  const number = `R-${new Date(entry.at).getUTCFullYear()}-${String(Number(count.n) + 1).padStart(4, '0')}`;
  const [paperId] = (await c.trx('paper').insert({
    site_id: c.site.id,
    number,
    kind: 'release',
    entry_seq: entry.seq,
    content: JSON.stringify(p.content),
    issued_by: c.actor.id,
    issued_at: c.now,
  })) as [number];
  return { paperId, number };
});
