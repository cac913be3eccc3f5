import { z } from 'zod';
import { protocol } from '@/core/spawning/protocol';
import { protocolsInForce } from '@/store/protocols';
import { defineCommand } from './define';
import { CommandRefused } from './refused';

/**
 * A protocol as this hatchery works it: a new version laid over the one in force, or one of its own under a new id.
 * Earlier versions stay; bowls keep the stamps of the steps that they were worked by.
 */
export const saveProtocol = defineCommand({
  type: 'protocol.save',
  roles: ['manager'],
  schema: z.object({
    content: protocol,
    why: z.string().trim().min(1, 'say why').max(400, 'is too long'),
    /** It is no longer offered. */
    retired: z.boolean().default(false),
    /** A new one must not take the place of one there is. */
    fresh: z.boolean().default(false),
  }),
  async handle(c, p) {
    const { id } = p.content;
    const inForce = await protocolsInForce(c.trx, c.site.id);
    if (p.fresh && inForce.has(id))
      throw new CommandRefused('nameTaken', 'There is a protocol of that id already.', 'content.id', 'Give another.');
    const last = (await c.trx('protocol').where({ site_id: c.site.id, id }).max('version as v').first()) as {
      v: number | null;
    };
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
  },
});
