/** Waters around Ombrel: invented, drawn about a point in the open sea, so that nobody finds them on a map. */
const [LON, LAT] = [18.6, 37.2];
/** Kilometres for a degree, of latitude and of longitude at that latitude. */
const [NORTH, EAST] = [111.195, 111.195 * Math.cos((LAT * Math.PI) / 180)];

const at = ([east, north]: readonly number[]) => [LON + east! / EAST, LAT + north! / NORTH];
const feature = (type: string, coordinates: unknown, name: string) => ({
  type: 'Feature',
  properties: { name },
  geometry: { type, coordinates },
});
const river = (name: string, points: readonly (readonly number[])[]) => feature('LineString', points.map(at), name);
/** A lake about a point: so wide, so high, with a shore that is no circle. */
const lake = (name: string, east: number, north: number, wide: number, high: number) =>
  feature(
    'Polygon',
    [
      Array.from({ length: 25 }, (_, k) => {
        const a = (2 * Math.PI * (k % 24)) / 24;
        const r = 1 + 0.16 * Math.sin(3 * a + east) + 0.08 * Math.cos(5 * a + north);
        return at([east + wide * r * Math.cos(a), north + high * r * Math.sin(a)]);
      }),
    ],
    name,
  );

/** A pond of the meadow: corners in metres from its north-western one, all of some 750 m². */
const meadowPond = (name: string, east: number, corners: readonly (readonly [number, number])[]) =>
  feature('Polygon', [[...corners, corners[0]!].map(([x, y]) => at([(east + x) / 1000, (-180 + y) / 1000]))], name);

/** Places along the two reaches of the river, in their order. */
export const reaches = {
  upper: ['Stone bridge', 'Alder bend', 'Weir pool'],
  lower: ['Mill ford', 'Reed bank', 'Old lock'],
} as const;

export const waterMap = {
  lon: LON,
  lat: LAT,
  text: JSON.stringify({
    type: 'FeatureCollection',
    features: [
      river('River Ombrel', [
        [9, 26],
        [7.5, 22],
        [5, 17],
        [4, 12],
        [1.5, 8],
        [1, 3],
        [-0.6, -1],
        [-1.5, -6],
        [-4, -13],
        [-4.5, -19],
      ]),
      river('Ivarre brook', [
        [14, 9],
        [10, 7],
        [6, 6.5],
        [1.5, 8],
      ]),
      river('Tessel drain', [
        [-12, 6],
        [-8, 2],
        [-4, 0],
        [-0.6, -1],
      ]),
      ...[
        [reaches.upper[0], 7.5, 22],
        [reaches.upper[1], 6.2, 19.4],
        [reaches.upper[2], 4.5, 14.5],
        [reaches.lower[0], -2.7, -9.4],
        [reaches.lower[1], -4.1, -14.2],
        [reaches.lower[2], -4.5, -19],
      ].map(([name, ...p]) => feature('Point', at(p as number[]), String(name))),
      lake('Lake Ivarre', 15.5, 9.5, 3.4, 2.2),
      river('Meadow leat', [
        [0.14, -0.02],
        [0.205, -0.12],
        [0.238, -0.172],
        [0.33, -0.168],
      ]),
      meadowPond('P1', 240, [
        [0, 0],
        [20, 1],
        [23, -33],
        [1, -36],
      ]),
      meadowPond('P2', 268, [
        [0, 1],
        [22, 2],
        [22, -33],
        [1, -32],
      ]),
      meadowPond('P3', 295, [
        [0, 2],
        [24, 3],
        [21, -30],
        [0, -32],
      ]),
      lake('Lake Tessel', -13, 6.6, 2.6, 1.8),
    ],
  }),
};
