import type { Flow, FlowBand } from '../views/flow';

/** Pixels of a lane kept for the label above the band, and the least that a label takes in width. */
export const LABEL_HEIGHT = 13;
export const LABEL_CHARACTER = 6.9;
const GROUP_HEAD = 24;
const LANE_GAP = 3;
/** Pixels a lane gets for its band on the average, at least. */
const LEAST_MEAN_WIDTH = 13;
/** A band never vanishes: below this it is drawn as a hairline, and its label says the number. */
export const LEAST_WIDTH = 1;

export type PlacedBand = FlowBand & { lane: number; top: number; x0: number; x1: number; labelX: number };
export type Group = {
  species: string;
  name: string;
  top: number;
  height: number;
  perPixel: number;
  bands: PlacedBand[];
};
export type River = { groups: Group[]; height: number };

/**
 * Where every lot runs: species below one another, each on a scale of its own (animals a pixel), lots in lanes so that
 * no band and no label meets another in its lane. A child goes next to its parent where there is room.
 * @param x maps an instant to pixels; @param room pixels of height to fill; @param end where the bands of the living end
 */
export function layOut(flow: Flow, x: (at: number) => number, room: number, end: number): River {
  // The species with most lots first: it is what most of the season is about.
  const lots = (species: string) => flow.bands.filter((b) => b.species === species).length;
  const names = [...new Map(flow.bands.map((b) => [b.species, b.speciesName]))].sort((a, b) => lots(b[0]) - lots(a[0]));
  const groups = names.map(([species, name]) => {
    const bands = flow.bands.filter((b) => b.species === species && b.points.length > 0);
    return { species, name, lanes: pack(order(bands, flow), x, end) };
  });
  const fixed = groups.reduce((s, g) => s + GROUP_HEAD + g.lanes.length * (LABEL_HEIGHT + LANE_GAP), 0);
  // Bands want some width to be read as such: a crowded river grows taller than the window, and scrolls.
  const lanes = groups.reduce((s, g) => s + g.lanes.length, 0);
  const free = Math.max(groups.length * 24, lanes * LEAST_MEAN_WIDTH, room - fixed);
  // Species share the height by how many lanes they need, not by numbers: a pikeperch lays more than a char.
  const weight = groups.reduce((s, g) => s + Math.sqrt(g.lanes.length), 0);
  let y = 0;
  const placed = groups.map((g) => {
    const share = (free * Math.sqrt(g.lanes.length)) / weight;
    const peaks = g.lanes.map((lane) => Math.max(1, ...lane.map((b) => peak(b.band))));
    const perPixel = Math.max(1, peaks.reduce((s, p) => s + p, 0) / share);
    const top = y;
    y += GROUP_HEAD;
    const bands = g.lanes.flatMap((lane, i) => {
      const height = Math.max(LEAST_WIDTH, peaks[i]! / perPixel);
      const laneTop = y + LABEL_HEIGHT;
      y += LABEL_HEIGHT + height + LANE_GAP;
      return lane.map((b): PlacedBand => ({ ...b.band, lane: i, top: laneTop, x0: b.x0, x1: b.x1, labelX: b.labelX }));
    });
    return { species: g.species, name: g.name, top, height: y - top, perPixel, bands };
  });
  return { groups: placed, height: y };
}

const peak = (b: FlowBand) => Math.max(0, ...b.points.map((p) => p.number));

/** Oldest first, children right behind the lot they came from. */
function order(bands: readonly FlowBand[], flow: Flow): FlowBand[] {
  const parent = new Map(flow.links.map((l) => [l.to, l.from]));
  const start = (b: FlowBand) => b.points[0]!.at;
  const out: FlowBand[] = [];
  const add = (b: FlowBand) => {
    if (out.includes(b)) return;
    out.push(b);
    for (const child of bands.filter((c) => parent.get(c.lotId) === b.lotId).sort((p, q) => start(p) - start(q)))
      add(child);
  };
  for (const b of [...bands].sort((p, q) => start(p) - start(q)))
    if (!bands.some((p) => p.lotId === parent.get(b.lotId))) add(b);
  for (const b of bands) add(b);
  return out;
}

type InLane = { band: FlowBand; x0: number; x1: number; labelX: number };

/** First lane with room, from the lane of the band before on: near its parent, and round to the top. */
function pack(bands: readonly FlowBand[], x: (at: number) => number, end: number): InLane[][] {
  const lanes: InLane[][] = [];
  let lane = 0;
  for (const band of bands) {
    const x0 = Math.max(0, x(band.points[0]!.at));
    const last = band.points.at(-1)!;
    const x1 = last.number > 0 ? end : Math.min(end, x(last.at));
    const width = band.lot.length * LABEL_CHARACTER;
    const labelX = Math.max(0, Math.min(x0, end - width));
    const span: InLane = { band, x0: Math.min(x0, labelX), x1: Math.max(x1, labelX + width), labelX };
    const fits = (others: InLane[]) => others.every((b) => span.x0 > b.x1 + 8 || span.x1 + 8 < b.x0);
    const tries = [...lanes.keys()].sort((a, b) => Math.abs(a - lane) - Math.abs(b - lane) || a - b);
    const found = tries.find((i) => fits(lanes[i]!));
    if (found === undefined) {
      lanes.push([span]);
      lane = lanes.length - 1;
    } else {
      lanes[found]!.push(span);
      lane = found;
    }
  }
  return lanes;
}

/** Number alive at an instant by the band's points: that of the last point not after it. */
export function numberAt(b: FlowBand, at: number): number {
  let low = 0;
  let high = b.points.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (b.points[mid]!.at <= at) low = mid + 1;
    else high = mid;
  }
  return low === 0 ? 0 : b.points[low - 1]!.number;
}

/** Lots that a lot descends from and those that descend from it. */
export function lineage(lotId: number, links: Flow['links']): Set<number> {
  const found = new Set([lotId]);
  const walk = (from: number, key: 'from' | 'to', other: 'from' | 'to') => {
    for (const l of links)
      if (l[key] === from && !found.has(l[other])) {
        found.add(l[other]);
        walk(l[other], key, other);
      }
  };
  walk(lotId, 'from', 'to');
  walk(lotId, 'to', 'from');
  return found;
}
