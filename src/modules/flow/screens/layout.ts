import { Z95 } from '@/core/quantities/interval';
import { DAY_MS } from '@/core/time/spans';
import type { Flow, FlowBand } from '../views/flow';

/** Pixels above a species for its name, and below it for what it loses. */
const GROUP_HEAD = 26;
const GROUP_FOOT = 14;
/** Pixels between two instants at which the river is measured. */
export const COLUMN = 4;
/** A band never vanishes: below this it is drawn as a hairline. */
export const LEAST_WIDTH = 0.8;

/** A lot in the river: its upper and lower edge at every column. Outside of its life both are NaN. */
export type Run = {
  band: FlowBand;
  /** Numbers alive and half widths of the interval, by column. */
  number: number[];
  half: number[];
  top: number[];
  bottom: number[];
  first: number;
  last: number;
};
export type Group = {
  species: string;
  name: string;
  top: number;
  height: number;
  perPixel: number;
  runs: Run[];
  /** The banks of the whole species. */
  upper: number[];
  lower: number[];
  total: number[];
  /** Alive at the last instant drawn, as it is: the drawing itself runs smoothly. */
  alive: number;
};
export type River = { at: number[]; x: number[]; groups: Group[]; height: number };

export type Window = { from: number; to: number };

/**
 * Where every lot runs. Lots of a species lie side by side and touch, so that the height of the whole is the number
 * alive; children lie where their parent lay. Each species has its own scale (animals a pixel), that of its fullest day
 * in all that is known, so that it stays while time is zoomed.
 * @param end the last instant that has been; nothing is drawn beyond it
 */
export function layOut(flow: Flow, window: Window, width: number, height: number, end: number): River {
  const columns = Math.max(2, Math.round(width / COLUMN) + 1);
  const x = Array.from({ length: columns }, (_, i) => (i * width) / (columns - 1));
  const at = x.map((px) => window.from + (px / width) * (window.to - window.from));
  const lots = (species: string) => flow.bands.filter((b) => b.species === species).length;
  // The species with most lots first: it is what most of the season is about.
  const names = [...new Map(flow.bands.map((b) => [b.species, b.speciesName]))].sort((a, b) => lots(b[0]) - lots(a[0]));
  // Species share the height by how many lots they have, not by numbers: a pikeperch lays more than a char.
  const want = (species: string) => lots(species) ** 0.75;
  const weight = names.reduce((s, [species]) => s + want(species), 0);
  const free = Math.max(names.length * 26, height - names.length * (GROUP_HEAD + GROUP_FOOT));
  let y = 0;
  const groups = names.map(([species, name]) => {
    const bands = order(
      flow.bands.filter((b) => b.species === species && b.points.length > 0),
      flow,
    );
    const share = (free * want(species)) / weight;
    const perPixel = Math.max(1e-9, fullest(bands) / share);
    const mid = y + GROUP_HEAD + share / 2;
    const runs = bands.map((band) => runOf(band, at, end));
    const total = at.map((_, i) => runs.reduce((s, r) => s + r.number[i]!, 0));
    const thick = (r: Run, i: number) => (r.number[i]! <= 0 ? 0 : Math.max(LEAST_WIDTH, r.number[i]! / perPixel));
    const upper: number[] = [];
    const lower: number[] = [];
    for (let i = 0; i < columns; i++) {
      const whole = runs.reduce((s, r) => s + thick(r, i), 0);
      let edge = mid - whole / 2;
      upper.push(edge);
      for (const r of runs) {
        r.top.push(edge);
        edge += thick(r, i);
        r.bottom.push(edge);
      }
      lower.push(edge);
    }
    const alive = bands.reduce((s, b) => s + numberAt(b, Math.min(end, window.to)), 0);
    const group = {
      species,
      name,
      top: y,
      height: GROUP_HEAD + share + GROUP_FOOT,
      perPixel,
      runs,
      upper,
      lower,
      total,
      alive,
    };
    y += group.height;
    return group;
  });
  return { at, x, groups, height: y };
}

/** A band at the columns: its numbers run on between two points, and a step is as steep as the eye follows. */
function runOf(band: FlowBand, at: readonly number[], end: number): Run {
  // What lives today is drawn up to today in its full height, and no further.
  const number = smooth(smooth(at.map((t) => numberAt(band, Math.min(t, end))))).map((n, i) => (at[i]! > end ? 0 : n));
  const half = at.map((t, i) => (number[i]! > 0 ? Z95 * sdAt(band, t) : 0));
  const alive = number.map((n) => n > 0);
  return { band, number, half, top: [], bottom: [], first: alive.indexOf(true), last: alive.lastIndexOf(true) };
}

/** Weights one, two, one: sums over all bands stay the same, so that what one loses another gains. */
const smooth = (n: readonly number[]): number[] => n.map((v, i) => ((n[i - 1] ?? v) + 2 * v + (n[i + 1] ?? v)) / 4);

/** The most animals of these lots at any instant. */
function fullest(bands: readonly FlowBand[]): number {
  const instants = [...new Set(bands.flatMap((b) => b.points.map((p) => p.at)))].sort((a, b) => a - b);
  // Two hundred looks find the fullest day of a season closely enough for a scale.
  const every = Math.max(1, Math.floor(instants.length / 200));
  let most = 1;
  for (let i = 0; i < instants.length; i += every)
    most = Math.max(
      most,
      bands.reduce((s, b) => s + numberAt(b, instants[i]!), 0),
    );
  return most;
}

/** Oldest first, children right behind the lot that most of them came from. */
export function order(bands: readonly FlowBand[], flow: Pick<Flow, 'links'>): FlowBand[] {
  const parent = new Map<number, number>();
  for (const l of [...flow.links].sort((a, b) => a.number - b.number)) parent.set(l.to, l.from);
  const start = (b: FlowBand) => b.points[0]!.at;
  const out = new Set<FlowBand>();
  const add = (b: FlowBand): void => {
    if (out.has(b)) return;
    out.add(b);
    for (const child of bands.filter((c) => parent.get(c.lotId) === b.lotId).sort((p, q) => start(p) - start(q)))
      add(child);
  };
  for (const b of [...bands].sort((p, q) => start(p) - start(q)))
    if (!bands.some((p) => p.lotId === parent.get(b.lotId))) add(b);
  for (const b of bands) add(b);
  return [...out];
}

/** Index of the last point not after an instant; -1 before the first. */
function pointAt(b: FlowBand, at: number): number {
  let low = 0;
  let high = b.points.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (b.points[mid]!.at <= at) low = mid + 1;
    else high = mid;
  }
  return low - 1;
}

/** Number alive at an instant: between two points it runs on evenly. */
export function numberAt(b: FlowBand, at: number): number {
  const i = pointAt(b, at);
  if (i < 0) return 0;
  const [p, q] = [b.points[i]!, b.points[i + 1]];
  if (!q) return p.number;
  return p.number + ((q.number - p.number) * (at - p.at)) / Math.max(1, q.at - p.at);
}

export function sdAt(b: FlowBand, at: number): number {
  return b.points[Math.max(0, pointAt(b, at))]!.sd;
}

/** What a lot is made of at an instant, by stage: the shares of the point before it, of the number then. */
export function stagesAt(b: FlowBand, at: number): Record<string, number> {
  const p = b.points[Math.max(0, pointAt(b, at))]!;
  const scale = p.number > 0 ? numberAt(b, at) / p.number : 0;
  return Object.fromEntries(Object.entries(p.stages).map(([stage, n]) => [stage, n * scale]));
}

/** What a lot began with. */
export const beganWith = (b: FlowBand): number => Math.max(b.points[0]!.number, b.points[1]?.number ?? 0);

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

/** The lots of a flow that are wanted, with what they lost and what flowed between them. */
export function alone(flow: Flow, lots: ReadonlySet<number>): Flow {
  return {
    ...flow,
    bands: flow.bands.filter((b) => lots.has(b.lotId)),
    links: flow.links.filter((l) => lots.has(l.from) && lots.has(l.to)),
    marks: flow.marks.filter((m) => lots.has(m.lotId)),
    losses: flow.losses.filter((l) => lots.has(l.lotId)),
  };
}

/** A stretch of time kept within what is known, never shorter than a day. */
export function clampWindow(w: Window, known: Window): Window {
  const span = Math.min(known.to - known.from, Math.max(DAY_MS, w.to - w.from));
  const from = Math.min(Math.max(known.from, w.from), known.to - span);
  return { from, to: from + span };
}

/** Zooms about an instant: it stays under the hand. @param by below one comes nearer */
export const zoomed = (w: Window, about: number, by: number, known: Window): Window =>
  clampWindow({ from: about - (about - w.from) * by, to: about + (w.to - about) * by }, known);
