import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { unique } from '@/server/names';
import { saveReleaseSite } from './act';

export const decision = decides(saveReleaseSite, async (c, p) => {
  await unique(c, 'release_site', { site_id: c.site.id, name: p.name }, p.id, 'a release site');
  if (p.leastG !== null && p.mostG !== null && p.leastG > p.mostG)
    throw new ActRefused('window', 'The least is above the most.', 'mostG', 'Check the two masses.');
  const twice = p.points?.findIndex((x, i) => p.points!.findIndex((y) => y.toLowerCase() === x.toLowerCase()) !== i);
  if (twice !== undefined && twice >= 0)
    throw new ActRefused('twice', `${p.points![twice]} stands twice.`, 'points', 'One name for one place.');
  if (p.species !== null) await c.species(p.species);
  const row = {
    site_id: c.site.id,
    name: p.name,
    water: p.water,
    target: p.target,
    permit: p.permit,
    least_g: p.leastG,
    most_g: p.mostG,
    most_number: p.mostNumber,
    species: p.species,
    east_km: p.eastKm,
    north_km: p.northKm,
    points: p.points === null ? null : JSON.stringify(p.points),
    retired: p.retired,
  };
  if (p.id !== undefined) {
    await c.trx('release_site').where({ id: p.id, site_id: c.site.id }).update(row);
    return { id: p.id };
  }
  const [id] = (await c.trx('release_site').insert(row)) as [number];
  return { id };
});
