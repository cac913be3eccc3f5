import { type Protocol, protocol } from '@/core/spawning/protocol';
import { shippedProtocols } from '@/reference/protocols';
import { fromJson } from './books/rows';
import type { Db } from './connection';

export type ProtocolInForce = Protocol & {
  /** 0: as shipped. */
  version: number;
};

/** The shipped protocols with this site's own versions in their place, and those of its own; retired ones are gone. */
export async function protocolsInForce(db: Db, siteId: number): Promise<Map<string, ProtocolInForce>> {
  const rows = await db('protocol')
    .where({ site_id: siteId })
    .orderBy(['id', 'version'])
    .select('id', 'version', 'content', 'retired');
  const inForce = new Map<string, ProtocolInForce>(
    [...shippedProtocols()].map(([id, p]) => [id, { ...p, version: 0 }]),
  );
  for (const r of rows)
    if (r.retired) inForce.delete(r.id);
    else inForce.set(r.id, { ...protocol.parse(fromJson(r.content)), version: r.version });
  return inForce;
}
