import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { parseInput } from '@/server/payload';
import { fromJson } from '@/store/books/rows';
import { settleProposal } from './act';

export const decision = decides(settleProposal, async (c, p) => {
  const row = await c
    .trx('proposal as p')
    .join('person as q', 'q.id', 'p.proposed_by')
    .where({ 'p.id': p.proposalId, 'p.site_id': c.site.id })
    .first<{ state: string; type: string; payload: string; proposed_at: number; name: string } | undefined>(
      'p.*',
      'q.name',
    );
  if (!row) throw new ActRefused('noProposal', 'There is no such proposal.', 'proposalId');
  if (row.state !== 'open') throw new ActRefused('settled', `It was ${row.state} already.`, 'proposalId');
  await c
    .trx('proposal')
    .where({ id: p.proposalId })
    .update({ state: p.accept ? 'accepted' : 'declined', settled_by: c.actor.id, settled_at: c.now });
  if (!p.accept) return { accepted: false };
  const decision = c.lookup(row.type);
  const proposed = fromJson<Record<string, unknown>>(row.payload);
  const input = parseInput(
    decision.act,
    {
      ...proposed,
      at: proposed.at ?? row.proposed_at,
      measuredBy: proposed.measuredBy || row.name,
      ...(p.lotId === undefined ? {} : { lotId: p.lotId }),
      ...(p.stage === undefined ? {} : { stage: p.stage }),
      // It was done already: by whom is all that can be said of it here.
      ...(c.answers.sensitive ? { note: proposed.note || `done by ${row.name}` } : {}),
    },
    c.now,
  );
  return { accepted: true, result: await decision.decide(c, input) };
});
