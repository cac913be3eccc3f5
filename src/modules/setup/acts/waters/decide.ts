import { pondMap } from '@/core/ponds/map';
import { readWaters } from '@/core/release/waters';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { saveWaters } from './act';

export const decision = decides(saveWaters, async (c, p) => {
  const waters = (() => {
    try {
      return readWaters(p.text, p);
    } catch (e) {
      if (e instanceof RangeError)
        throw new ActRefused(
          'file',
          `This file cannot be read: ${e.message}.`,
          'text',
          'GeoJSON with lines for rivers, areas for lakes, points named as the release sites, areas named as the ponds.',
        );
      throw e;
    }
  })();
  await c
    .trx('site_map')
    .insert({ site_id: c.site.id, lon: p.lon, lat: p.lat, geojson: p.text })
    .onConflict('site_id')
    .merge();
  const sites = await c
    .trx('release_site')
    .where({ site_id: c.site.id, retired: false })
    .select<{ id: number; name: string }[]>('id', 'name');
  const placed: string[] = [];
  for (const s of sites) {
    const at = waters.places.find((x) => x.name.trim().toLowerCase() === s.name.toLowerCase())?.at;
    if (!at) continue;
    await c.trx('release_site').where({ id: s.id }).update({ east_km: at[0], north_km: at[1] });
    placed.push(s.name);
  }
  const ponds = (await c
    .trx('unit')
    .where({ site_id: c.site.id, kind: 'pond', retired: false })
    .orderBy('name')
    .pluck('name')) as string[];
  return {
    waters: waters.shapes.length,
    sites: placed,
    ponds: pondMap(waters, ponds).ponds.map((x) => x.name),
  };
});
