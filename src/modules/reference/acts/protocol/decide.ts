import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { protocolsInForce } from '@/store/protocols';
import { saveProtocol } from './act';

export const decision = decides(saveProtocol, async (c, p) => {
  const { id } = p.content;
  const inForce = await protocolsInForce(c.trx, c.site.id);
  if (p.fresh && inForce.has(id))
    throw new ActRefused('nameTaken', 'There is a protocol of that id already.', 'content.id', 'Give another.');
  const last = await c.trx('protocol').where({ site_id: c.site.id, id }).max('version as v').first<{
    v: number | null;
  }>();
  const version = (last.v ?? 0) + 1;
  await c.trx('protocol').insert({
    site_id: c.site.id,
    id,
    version,
    content: JSON.stringify(p.content),
    why: p.why,
    retired: p.retired,
    recorded_by: c.actor.id,
    recorded_at: c.now,
  });
  return { id, version };
});
