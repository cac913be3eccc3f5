import { Z95 } from '@/core/quantities/interval';
import { placeAt } from '@/core/release/waters';
import type { Db } from '@/store/connection';
import { type Release, releases } from './releases';

/** A release as open data: where, when, of what, how many. */
export type ReleaseFeature = {
  type: 'Feature';
  /** Null where the site is on no map. */
  geometry: { type: 'Point'; coordinates: [number, number] } | null;
  properties: {
    site: string;
    at: string;
    species: string;
    lot: string;
    number: number;
    /** Half of the 95 % interval. */
    doubt: number;
    meanG: number | null;
    mark: string;
    markedShare: number;
  };
};

/** Releases that stand as GeoJSON (RFC 7946), each at its site. Two statements more than the releases. */
export async function releasesGeoJson(
  db: Db,
  siteId: number,
  now: number,
): Promise<{ type: 'FeatureCollection'; features: ReleaseFeature[] }> {
  const [list, sites, map] = await Promise.all([
    releases(db, siteId, now),
    db('release_site')
      .where({ site_id: siteId })
      .select<{ name: string; east: number | null; north: number | null }[]>({
        name: 'name',
        east: 'east_km',
        north: 'north_km',
      }),
    db('site_map').where({ site_id: siteId }).first<{ lon: number; lat: number } | undefined>('lon', 'lat'),
  ]);
  const feature = (r: Release): ReleaseFeature => {
    const s = sites.find((x) => x.name === r.site);
    return {
      type: 'Feature',
      geometry:
        map && s?.east != null && s.north !== null
          ? { type: 'Point', coordinates: placeAt(map, [s.east, s.north]) }
          : null,
      properties: {
        site: r.site,
        at: new Date(r.at).toISOString(),
        species: r.species,
        lot: r.lot,
        number: Math.round(Number(r.number)),
        doubt: Math.round(Z95 * r.sd),
        meanG: r.meanG,
        mark: r.mark,
        markedShare: r.markedShare,
      },
    };
  };
  return { type: 'FeatureCollection', features: list.filter((r) => !r.voided).map(feature) };
}
