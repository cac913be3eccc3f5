import type { ReleaseLot, ReleaseSite } from '@/core/release/allocate';
import { type NamedPlace, readWaters, type WaterShape } from '@/core/release/waters';
import { sameName } from '@/core/sameName';
import { siteTotals } from '@/modules/moves/views/releases';
import type { HallView } from '@/modules/rearing/views/hall';
import { barredAt } from '@/server/stock/treated/withdrawal';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** Fish that could go out, and why not, where they may not. */
export type PlanLot = {
  id: string;
  unitId: number;
  unit: string;
  lotId: number;
  lot: string;
  species: string;
  speciesName: string;
  stage: string;
  number: number;
  sd: number;
  meanG: number | null;
  /** Within a withdrawal, or in a case. */
  barred: string;
};
export type PlanSite = {
  id: number;
  name: string;
  water: string;
  permit: string;
  target: number | null;
  /** Released there this season. */
  done: number;
  doneSd: number;
  mostNumber: number | null;
  leastG: number | null;
  mostG: number | null;
  species: string | null;
  eastKm: number | null;
  northKm: number | null;
  /** Places along its reach, in their order. */
  points: string[];
};

export type ReleasePlan = {
  lots: PlanLot[];
  sites: PlanSite[];
  /** Rivers and lakes around, in km from the hatchery. */
  waters: WaterShape[];
  /** Places along reaches that the map knows. */
  places: NamedPlace[];
  /** What `release.allocate` is asked. */
  asked: { lots: ReleaseLot[]; sites: ReleaseSite[] };
};

/** Fingerlings that stand against the sites that want them this season. Five statements. */
export async function releasePlan(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  seasonFrom: number,
  hall: HallView,
): Promise<ReleasePlan> {
  const stands = hall.units.flatMap((u) =>
    u.holdings.filter((h) => h.station === 'fingerlings' && h.number > 0).map((h) => ({ u, h })),
  );
  const [rows, totals, barred, map] = await Promise.all([
    db('release_site')
      .where({ site_id: site.siteId, retired: false })
      .orderBy('name')
      .select<(Omit<PlanSite, 'done' | 'doneSd' | 'points'> & { points: string | null })[]>(
        'id',
        'name',
        'water',
        'permit',
        'target',
        'species',
        'points',
        {
          mostNumber: 'most_number',
          leastG: 'least_g',
          mostG: 'most_g',
          eastKm: 'east_km',
          northKm: 'north_km',
        },
      ),
    siteTotals(db, site.siteId, seasonFrom),
    barredAt(
      db,
      site.siteId,
      now,
      stands.map((s) => s.h.holdingId),
    ),
    db('site_map')
      .where({ site_id: site.siteId })
      .first<{ lon: number; lat: number; geojson: string } | undefined>('lon', 'lat', 'geojson'),
  ]);
  const lots = stands.map(({ u, h }): PlanLot => {
    const grown = u.fed.find((f) => f.holdingId === h.holdingId)?.grown;
    const treated = barred.get(h.holdingId)?.[0];
    return {
      id: `${h.unit} ${h.lot}`,
      unitId: h.unitId,
      unit: h.unit,
      lotId: h.lotId,
      lot: h.lot,
      species: h.species,
      speciesName: h.speciesName,
      stage: h.stage,
      number: Math.round(h.number),
      sd: h.sd,
      meanG: grown?.meanG ?? null,
      barred: treated ? `withdrawal of ${treated.treatment.product}` : h.caseId !== null ? 'a case is open' : '',
    };
  });
  const sites = rows.map((r): PlanSite => {
    const there = totals.find((t) => t.id === r.id);
    return {
      ...r,
      points: r.points === null ? [] : fromJson<string[]>(r.points),
      done: Math.round(there?.number ?? 0),
      doneSd: there?.sd ?? 0,
    };
  });
  const drawn = map ? readWaters(map.geojson, map) : null;
  return {
    lots,
    sites,
    waters: drawn?.shapes ?? [],
    places: (drawn?.places ?? []).filter((x) => sites.some((s) => s.points.some((p) => sameName(p, x.name)))),
    asked: {
      lots: lots
        .filter((l) => l.barred === '')
        .slice(0, MOST)
        .map((l) => ({
          id: l.id,
          number: l.number,
          species: l.species,
          ...(l.meanG === null ? {} : { massG: l.meanG }),
        })),
      sites: sites
        .filter((s) => s.target !== null && s.target > s.done)
        .slice(0, MOST)
        .map((s) => ({
          id: s.name,
          target: s.target! - s.done,
          ...(s.mostNumber === null ? {} : { most: Math.max(0, s.mostNumber - s.done) }),
          ...(s.leastG === null ? {} : { leastG: s.leastG }),
          ...(s.mostG === null ? {} : { mostG: s.mostG }),
          ...(s.species === null ? {} : { species: s.species }),
        })),
    },
  };
}

/** So many lots and sites are shared out at once. */
const MOST = 60;
