import { type Km, kmFrom, readWaters } from '../release/waters';
import { areaDiffers, areaOf, pondMap } from './map';

/** A square of so many metres, its south-western corner so many metres from the hatchery. */
const square = (side: number, east = 0, north = 0): Km[] =>
  (
    [
      [0, 0],
      [side, 0],
      [side, side],
      [0, side],
      [0, 0],
    ] as const
  ).map(([x, y]) => [(east + x) / 1000, (north + y) / 1000]);

test('an outline has the area between its shores: an island is no water, a pond on it is again', () => {
  expect(areaOf([square(30)])).toBeCloseTo(900, 6);
  expect(areaOf([[...square(30)].reverse()])).toBeCloseTo(900, 6);
  expect(areaOf([square(30), square(10, 10, 10)])).toBeCloseTo(800, 6);
  expect(areaOf([square(30), square(10, 10, 10), square(4, 12, 12)])).toBeCloseTo(816, 6);
  expect(areaOf([square(30), square(10, 100)])).toBeCloseTo(1000, 6);
});

test('a pond of a known size read from a file keeps it, at a high latitude too', () => {
  const origin = { lon: 24, lat: 66 };
  // A hundredth of a degree of latitude is 1.11195 km; of longitude as much less as the parallel is shorter.
  const ring = [
    [24, 66],
    [24.01, 66],
    [24.01, 66.01],
    [24, 66.01],
    [24, 66],
  ];
  const text = JSON.stringify({
    type: 'FeatureCollection',
    features: [
      { type: 'Feature', properties: { name: ' p1 ' }, geometry: { type: 'Polygon', coordinates: [ring] } },
      {
        type: 'Feature',
        properties: { name: 'ditch' },
        geometry: {
          type: 'LineString',
          coordinates: [
            [24, 65.998],
            [24.3, 66],
          ],
        },
      },
      {
        type: 'Feature',
        properties: { name: 'far lake' },
        geometry: { type: 'Polygon', coordinates: [ring.map(([x, y]) => [x! + 1, y!])] },
      },
      {
        type: 'Feature',
        properties: { name: 'P2' },
        geometry: {
          type: 'LineString',
          coordinates: [
            [24, 66],
            [24.01, 66],
          ],
        },
      },
    ],
  });
  const map = pondMap(readWaters(text, origin), ['P1', 'P2']);
  const [wide, high] = kmFrom(origin, [24.01, 66.01]);
  expect(map.ponds.map((p) => p.name)).toEqual(['P1']);
  expect(map.ponds[0]!.areaM2).toBeCloseTo(wide * high * 1e6, 3);
  expect(map.ponds[0]!.middle[0]).toBeCloseTo(wide / 2, 9);
  expect(map.ponds[0]!.middle[1]).toBeCloseTo(high / 2, 9);
  // A line is no pond, whatever its name; what lies a degree away is left out.
  expect(map.around.map((s) => s.name)).toEqual(['ditch', 'P2']);
  expect(pondMap(readWaters(text, origin), ['Q'])).toEqual({ ponds: [], around: [] });
});

test('a pond that is drawn in two pieces is one, its name in the larger', () => {
  const shape = (parts: Km[][]) => ({ name: 'P1', is: 'lake' as const, parts });
  const { ponds } = pondMap({ shapes: [shape([square(10)]), shape([square(20, 100)])], places: [] }, ['P1', 'P2']);
  expect(ponds).toHaveLength(1);
  expect(ponds[0]!.areaM2).toBeCloseTo(500, 6);
  expect(ponds[0]!.middle.map((x) => Math.round(1000 * x))).toEqual([110, 10]);
});

test('a shore that encloses nothing is no pond', () => {
  const flat: Km[] = [
    [0, 0],
    [0.1, 0],
    [0.2, 0],
    [0, 0],
  ];
  const { ponds } = pondMap({ shapes: [{ name: 'P1', is: 'lake', parts: [flat] }], places: [] }, ['P1']);
  expect(ponds).toEqual([]);
});

test.each([
  [750, 760, false],
  [750, 1100, false],
  [750, 1200, true],
  [7500, 750, true],
  [75, 750, true],
])('%d m² typed and %d drawn differ: %s', (typed, drawn, differs) => {
  expect(areaDiffers(typed, drawn)).toBe(differs);
});
