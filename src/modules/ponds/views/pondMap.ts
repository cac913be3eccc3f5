import { type PondMap, pondMap } from '@/core/ponds/map';
import { readWaters } from '@/core/release/waters';
import type { Db } from '@/store/connection';

/** Ponds as the map of the waters draws them, by their names; null where it draws none. One statement. */
export async function drawnPonds(db: Db, siteId: number, names: readonly string[]): Promise<PondMap | null> {
  if (names.length === 0) return null;
  const map = await db('site_map')
    .where({ site_id: siteId })
    .first<{ lon: number; lat: number; geojson: string } | undefined>('lon', 'lat', 'geojson');
  if (!map) return null;
  const drawn = pondMap(readWaters(map.geojson, map), names);
  return drawn.ponds.length === 0 ? null : drawn;
}
