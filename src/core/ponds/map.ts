import type { Km, WaterShape, Waters } from '../release/waters';
import { sameName } from '../sameName';

export type PondOutline = {
  name: string;
  /** Its shore, and those of islands in it. */
  parts: Km[][];
  areaM2: number;
  /** Of its largest part: where its name stands. */
  middle: Km;
};
export type PondMap = {
  ponds: PondOutline[];
  /** Rivers, ditches and lakes that come near. */
  around: WaterShape[];
};

/** Twice the area of a ring on the plane, with the sign of its turn (the surveyor's formula), km². */
const twiceArea = (ring: readonly Km[]): number =>
  ring.reduce((s, [x, y], i) => {
    const [nextX, nextY] = ring[(i + 1) % ring.length]!;
    return s + x * nextY - nextX * y;
  }, 0);

/** Whether a point lies within a ring: a ray from it crosses the ring an odd number of times. */
const within = ([x, y]: Km, ring: readonly Km[]): boolean =>
  ring.reduce((odd, [ax, ay], i) => {
    const [bx, by] = ring[(i + 1) % ring.length]!;
    return ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax) ? !odd : odd;
  }, false);

/**
 * Area between the rings of an outline: what lies in a ring within another is an island.
 * @returns m²
 */
export function areaOf(parts: readonly (readonly Km[])[]): number {
  const km2 = parts.reduce((sum, ring, i) => {
    const depth = parts.filter((other, k) => k !== i && within(ring[0]!, other)).length;
    return sum + ((depth % 2 === 0 ? 1 : -1) * Math.abs(twiceArea(ring))) / 2;
  }, 0);
  return km2 * 1e6;
}

/** The middle of the area of a ring that has one. */
function middleOf(ring: readonly Km[]): Km {
  const double = twiceArea(ring);
  const sum = ring.reduce(
    ([sx, sy], [x, y], i) => {
      const [nextX, nextY] = ring[(i + 1) % ring.length]!;
      const cross = x * nextY - nextX * y;
      return [sx + (x + nextX) * cross, sy + (y + nextY) * cross];
    },
    [0, 0],
  );
  return [sum[0]! / (3 * double), sum[1]! / (3 * double)];
}

type Box = readonly [west: number, south: number, east: number, north: number];

function boxOf(points: readonly Km[]): Box {
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

/** Of a map of waters: the areas that bear the names of ponds, and what of the others comes near them. */
export function pondMap(waters: Waters, names: readonly string[]): PondMap {
  const isPond = (s: WaterShape) => s.is === 'lake' && names.some((n) => sameName(n, s.name));
  const ponds = names.flatMap((name): PondOutline[] => {
    // Drawn in several pieces, it is still one pond.
    const parts = waters.shapes.filter((s) => isPond(s) && sameName(name, s.name)).flatMap((s) => s.parts);
    const areaM2 = areaOf(parts);
    // A shore that encloses nothing cannot be drawn, nor held against what was measured.
    if (!(areaM2 > 0)) return [];
    const largest = parts.reduce((a, b) => (Math.abs(twiceArea(b)) > Math.abs(twiceArea(a)) ? b : a));
    return [{ name, parts, areaM2, middle: middleOf(largest) }];
  });
  if (ponds.length === 0) return { ponds, around: [] };
  const [west, south, east, north] = boxOf(ponds.flatMap((p) => p.parts.flat()));
  const margin = Math.max(east - west, north - south) / 2;
  return {
    ponds,
    around: waters.shapes.filter((s) => {
      if (isPond(s)) return false;
      const [w, so, e, n] = boxOf(s.parts.flat());
      return w <= east + margin && e >= west - margin && so <= north + margin && n >= south - margin;
    }),
  };
}

/** An area typed and the map's so far apart are not the same pond, or not the same unit. `verify` */
export const AREA_APART = 1.5;

/** Whether an area typed for a pond is not what the map draws. */
export const areaDiffers = (typedM2: number, drawnM2: number): boolean =>
  Math.max(typedM2 / drawnM2, drawnM2 / typedM2) > AREA_APART;
