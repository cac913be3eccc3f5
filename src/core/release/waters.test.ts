import { kmFrom, placeAt, readWaters } from './waters';

const origin = { lon: 12, lat: 47 };
const feature = (type: string, coordinates: unknown, name?: string) => ({
  type: 'Feature',
  properties: name === undefined ? null : { name },
  geometry: { type, coordinates },
});
const text = (...features: unknown[]) => JSON.stringify({ type: 'FeatureCollection', features });

test('a degree of latitude is 111.2 km, one of longitude as much less as the latitude is higher', () => {
  expect(kmFrom(origin, [12, 48])[1]).toBeCloseTo(111.195, 2);
  expect(kmFrom(origin, [13, 47])[0]).toBeCloseTo(111.195 * Math.cos((47 * Math.PI) / 180), 2);
  expect(kmFrom(origin, [12, 47])).toEqual([0, 0]);
  const [lon, lat] = placeAt(origin, kmFrom(origin, [12.4, 46.8]));
  expect([lon, lat].map((x) => Number(x.toFixed(9)))).toEqual([12.4, 46.8]);
});

test('lines are rivers, areas are lakes, points are places by their name', () => {
  const w = readWaters(
    text(
      feature(
        'LineString',
        [
          [12, 47],
          [12.1, 47.1],
        ],
        'Ombrel',
      ),
      feature(
        'Polygon',
        [
          [
            [12, 47],
            [12.1, 47],
            [12.1, 47.1],
            [12, 47],
          ],
        ],
        'Ivarre',
      ),
      feature('MultiPolygon', [
        [
          [
            [12, 47],
            [12.1, 47],
            [12.1, 47.1],
            [12, 47],
          ],
        ],
      ]),
      feature('Point', [12.05, 47.02, 430], 'Lake Ivarre'),
      feature('Point', [12.05, 47.02]),
      { type: 'Feature', properties: {}, geometry: null },
    ),
    origin,
  );
  expect(w.shapes.map((s) => [s.name, s.is, s.parts.length])).toEqual([
    ['Ombrel', 'river', 1],
    ['Ivarre', 'lake', 1],
    ['', 'lake', 1],
  ]);
  expect(w.places.map((p) => p.name)).toEqual(['Lake Ivarre']);
});

test.each([
  ['', 'no JSON'],
  ['{"type":"Feature"}', 'no GeoJSON'],
  [text(), 'no water'],
  [text(feature('LineString', [[12, 47]])), 'two points'],
  [
    text(
      feature('LineString', [
        [12, 147],
        [12, 47],
      ]),
    ),
    'no GeoJSON',
  ],
  // Latitude before longitude: thousands of kilometres away.
  [
    text(
      feature('LineString', [
        [47, 12],
        [47.1, 12.1],
      ]),
    ),
    'exchanged',
  ],
])('what is no map of waters says why: %s', (raw, says) => {
  expect(() => readWaters(raw, origin)).toThrow(says);
});
