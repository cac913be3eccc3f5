import { decides } from '@/server/context';
import { unique } from '@/server/names';
import { saveReleaseSite } from './act';

export const decision = decides(saveReleaseSite, async (c, p) => {
  await unique(c, 'release_site', { site_id: c.site.id, name: p.name }, p.id, 'a release site');
  const row = {
    site_id: c.site.id,
    name: p.name,
    water: p.water,
    target: p.target,
    permit: p.permit,
    retired: p.retired,
  };
  if (p.id !== undefined) {
    await c.trx('release_site').where({ id: p.id, site_id: c.site.id }).update(row);
    return { id: p.id };
  }
  const [id] = (await c.trx('release_site').insert(row)) as [number];
  return { id };
});
