import { z } from 'zod';

const position = z.tuple([z.number().min(-180).max(180), z.number().min(-90).max(90)]).rest(z.number());
const line = z.array(position).min(2, 'has fewer than two points');
const ring = z.array(position).min(4, 'is no ring');

/** Geometries of waters and places: RFC 7946, longitude before latitude. */
const geometry = z.discriminatedUnion('type', [
  z.object({ type: z.literal('Point'), coordinates: position }),
  z.object({ type: z.literal('LineString'), coordinates: line }),
  z.object({ type: z.literal('MultiLineString'), coordinates: z.array(line) }),
  z.object({ type: z.literal('Polygon'), coordinates: z.array(ring) }),
  z.object({ type: z.literal('MultiPolygon'), coordinates: z.array(z.array(ring)) }),
]);
type Geometry = z.output<typeof geometry>;

const collection = z.object({
  type: z.literal('FeatureCollection'),
  features: z
    .array(
      z.object({
        type: z.literal('Feature'),
        properties: z.record(z.string(), z.unknown()).nullable().default(null),
        geometry: geometry.nullable(),
      }),
    )
    .max(2000, 'has more than two thousand features: leave out what is not needed'),
});

/** Kilometres to the east and to the north of the hatchery. */
export type Km = [east: number, north: number];
export type WaterShape = { name: string; is: 'lake' | 'river'; parts: Km[][] };
export type NamedPlace = { name: string; at: Km };
export type Waters = { shapes: WaterShape[]; places: NamedPlace[] };

/** Mean radius of the earth, km (IUGG). */
const EARTH_KM = 6371.0088;
const rad = (degrees: number) => (degrees * Math.PI) / 180;

/** Where a place lies from another, on the plane that touches the earth there: a few hundred kilometres are near. */
export const kmFrom = (origin: { lon: number; lat: number }, [lon, lat]: readonly number[]): Km => [
  EARTH_KM * rad(lon! - origin.lon) * Math.cos(rad(origin.lat)),
  EARTH_KM * rad(lat! - origin.lat),
];

/** The place that lies so many km from another: the other way round of `kmFrom`. */
export const placeAt = (origin: { lon: number; lat: number }, [east, north]: Km): [lon: number, lat: number] => [
  origin.lon + (east / (EARTH_KM * Math.cos(rad(origin.lat)))) * (180 / Math.PI),
  origin.lat + (north / EARTH_KM) * (180 / Math.PI),
];

/**
 * The waters and named places of a GeoJSON text, from the hatchery. Lines are rivers, areas are lakes, points are places
 * by their `name`.
 * @throws RangeError saying what is wrong with it
 */
export function readWaters(text: string, origin: { lon: number; lat: number }): Waters {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    throw new RangeError('it is no JSON');
  }
  const parsed = collection.safeParse(raw);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    throw new RangeError(`it is no GeoJSON of features: ${issue.path.join('.') || 'the whole'} ${issue.message}`);
  }
  const out: Waters = { shapes: [], places: [] };
  for (const f of parsed.data.features) {
    if (!f.geometry) continue;
    const name = typeof f.properties?.name === 'string' ? f.properties.name : '';
    const km = (list: readonly (readonly number[])[]) => list.map((p) => kmFrom(origin, p));
    const g: Geometry = f.geometry;
    switch (g.type) {
      case 'Point':
        if (name) out.places.push({ name, at: kmFrom(origin, g.coordinates) });
        break;
      case 'LineString':
        out.shapes.push({ name, is: 'river', parts: [km(g.coordinates)] });
        break;
      case 'MultiLineString':
        out.shapes.push({ name, is: 'river', parts: g.coordinates.map(km) });
        break;
      case 'Polygon':
        out.shapes.push({ name, is: 'lake', parts: g.coordinates.map(km) });
        break;
      case 'MultiPolygon':
        out.shapes.push({ name, is: 'lake', parts: g.coordinates.flat().map(km) });
    }
  }
  if (out.shapes.length === 0 && out.places.length === 0) throw new RangeError('it holds no water and no named place');
  const far = [...out.shapes.flatMap((s) => s.parts.flat()), ...out.places.map((p) => p.at)].find(
    (p) => Math.hypot(p[0], p[1]) > FAR_KM,
  );
  if (far)
    throw new RangeError(
      `something in it lies ${Math.round(Math.hypot(far[0], far[1]))} km away: longitude and latitude exchanged, or another hatchery?`,
    );
  return out;
}

/** Nothing that a truck goes to lies further away. */
const FAR_KM = 1500;
