import { DAY_MS, HOUR_MS } from '../time/spans';
import { rateFunction } from './model';
import type { Phase } from './predict';
import type { Point } from './timeline';

/** Specific heat of water by volume: 1 L/s warmed by 1 K takes so many kW. */
const KW_PER_LITRE_SECOND_KELVIN = 4.186;
/** A degree of change is charged like so many hours of holding a degree, so that a programme does not flutter. */
const STEP_HOURS = 0.5;
const TINY = 1e-9;

export type Limits = { low: number; high: number; maxStepPerDay: number };
export type Plant = {
  flowLPerMin: number;
  heatKw?: number;
  chillKw?: number;
  /** Heat moved per energy taken; 1 where the energy itself is the heat. */
  cop?: number;
  /** Share of the flow that comes back and is not heated anew. */
  recirculatedShare?: number;
};

/** What may be done at each instant, and what each move costs and brings: the search walks over it. */
export type Grid = {
  /** Instants of the set points; the last is the deadline. */
  at: Float64Array;
  /** Temperatures that a set point may take at node k; the last entry follows the ambient water. */
  celsius: readonly Float64Array[];
  /** Moves out of node k, flattened: from, to, energy (kWh), charge for change (kWh), share of the clock passed. */
  moves: readonly Moves[];
  /** Set points of the search that are reached by some move; the first node has one. */
  width: number;
  ambient: Float64Array;
};
export type Moves = {
  count: number;
  /** Where the moves out of an entry begin; they stand together, and end where those of the next begin. */
  first: Int32Array;
  from: Int16Array;
  to: Int16Array;
  energy: Float64Array;
  change: Float64Array;
  passed: Float64Array;
};

/** kW that hold this flow one degree off the ambient water. */
export function kwPerDegree(plant: Plant): number {
  return (
    ((plant.flowLPerMin / 60) * KW_PER_LITRE_SECOND_KELVIN * (1 - (plant.recirculatedShare ?? 0))) / (plant.cop ?? 1)
  );
}

/** Ambient temperature at an instant: linear between points, the ends carried on. */
export function ambientAt(ambient: readonly Point[], t: number): number {
  let low = 0;
  let high = ambient.length - 1;
  if (t <= ambient[0]!.at) return ambient[0]!.celsius;
  if (t >= ambient[high]!.at) return ambient[high]!.celsius;
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (ambient[mid]!.at <= t) low = mid;
    else high = mid;
  }
  const a = ambient[low]!;
  const b = ambient[high]!;
  return a.celsius + ((b.celsius - a.celsius) * (t - a.at)) / (b.at - a.at);
}

/** Ambient water over a stretch of time: where in it (0 to 1) and how warm, straight between. */
export type Pieces = { u: Float64Array; celsius: Float64Array };

/** The ambient water from one instant to another, with every point that it was given at in between. */
export function piecesOf(ambient: readonly Point[], from: number, to: number): Pieces {
  let low = 0;
  let high = ambient.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (ambient[mid]!.at <= from) low = mid + 1;
    else high = mid;
  }
  const u = [0];
  const celsius = [ambientAt(ambient, from)];
  for (let i = low; i < ambient.length && ambient[i]!.at < to; i++) {
    u.push((ambient[i]!.at - from) / (to - from));
    celsius.push(ambient[i]!.celsius);
  }
  u.push(1);
  celsius.push(ambientAt(ambient, to));
  return { u: Float64Array.from(u), celsius: Float64Array.from(celsius) };
}

/**
 * Degrees off the ambient water, on the mean over a stretch in which the set point goes straight from one temperature to
 * another: exact, also where the two cross; and how far above and below it goes at most.
 */
export function offAmbient(from: number, to: number, pieces: Pieces): { mean: number; above: number; below: number } {
  let before = from - pieces.celsius[0]!;
  let mean = 0;
  let above = Math.max(0, before);
  let below = Math.max(0, -before);
  for (let i = 1; i < pieces.u.length; i++) {
    const d = from + (to - from) * pieces.u[i]! - pieces.celsius[i]!;
    const width = pieces.u[i]! - pieces.u[i - 1]!;
    mean +=
      before * d >= 0
        ? (Math.abs(before + d) / 2) * width
        : ((before * before + d * d) / (2 * (Math.abs(before) + Math.abs(d)))) * width;
    if (d > above) above = d;
    else if (-d > below) below = -d;
    before = d;
  }
  return { mean, above, below };
}

/** Energy (kWh) of a course of set points up to an instant, and the most power that it asks of heater and chiller (kW). */
export function demandOf(
  course: readonly Point[],
  ambient: readonly Point[],
  plant: Plant,
  until = Number.POSITIVE_INFINITY,
): { energyKwh: number; heatKw: number; chillKw: number } {
  const kw = kwPerDegree(plant);
  const thermal = kwPerDegree({ ...plant, cop: 1 });
  let [energyKwh, above, below] = [0, 0, 0];
  for (let k = 0; k + 1 < course.length && course[k]!.at < until; k++) {
    const a = course[k]!;
    const whole = course[k + 1]!;
    const share = Math.min(1, (until - a.at) / (whole.at - a.at));
    const b = share === 1 ? whole : { at: until, celsius: a.celsius + share * (whole.celsius - a.celsius) };
    const off = offAmbient(a.celsius, b.celsius, piecesOf(ambient, a.at, b.at));
    energyKwh += (kw * off.mean * (b.at - a.at)) / HOUR_MS;
    above = Math.max(above, off.above);
    below = Math.max(below, off.below);
  }
  return { energyKwh, heatKw: thermal * above, chillKw: thermal * below };
}

export type GridInput = {
  from: number;
  startCelsius: number;
  to: number;
  stepHours: number;
  gridCelsius: number;
  ambient: readonly Point[];
  plant: Plant;
  /** Limits that hold at an instant: they may change with the stage. */
  limitsAt: (t: number) => Limits;
  /** The clock that runs at an instant, and the weight of its progress. */
  clockAt: (t: number) => { phase: Phase; weight: number };
};

/** Lays out set points and moves from `from` to `to`; nodes that no move reaches stay in, the search finds them dead. */
export function makeGrid(i: GridInput): Grid {
  const step = i.stepHours * HOUR_MS;
  const n = Math.max(1, Math.ceil((i.to - i.from) / step - TINY));
  const at = Float64Array.from({ length: n + 1 }, (_, k) => (k === n ? i.to : i.from + k * step));
  const ambient = at.map((t) => ambientAt(i.ambient, t));
  const limits = Array.from(at, (t) => i.limitsAt(t));
  const lowest = Math.min(...limits.map((l) => l.low));
  const highest = Math.max(...limits.map((l) => l.high));
  const rungs = Math.max(1, Math.floor((highest - lowest) / i.gridCelsius + 1 + 1e-6));
  const width = rungs + 1;
  const free = kwPerDegree({ ...i.plant, cop: 1 });
  const mostAbove = i.plant.heatKw === undefined || free === 0 ? Number.POSITIVE_INFINITY : i.plant.heatKw / free;
  const mostBelow = i.plant.chillKw === undefined || free === 0 ? Number.POSITIVE_INFINITY : i.plant.chillKw / free;
  const usable = (k: number, c: number) =>
    c >= limits[k]!.low - TINY &&
    c <= limits[k]!.high + TINY &&
    c - ambient[k]! <= mostAbove + TINY &&
    ambient[k]! - c <= mostBelow + TINY;
  const celsius = Array.from({ length: n + 1 }, (_, k) => {
    if (k === 0) return Float64Array.of(i.startCelsius);
    const row = new Float64Array(width);
    for (let r = 0; r < rungs; r++) {
      const c = lowest + r * i.gridCelsius;
      row[r] = usable(k, c) ? c : Number.NaN;
    }
    row[rungs] = usable(k, ambient[k]!) ? ambient[k]! : Number.NaN;
    return row;
  });
  const kw = kwPerDegree(i.plant);
  const rates = new Map<Phase, { rate: (c: number) => number; known: Map<number, number> }>();
  const moves = Array.from({ length: n }, (_, k): Moves => {
    const hours = (at[k + 1]! - at[k]!) / HOUR_MS;
    const most = (limits[k + 1]!.maxStepPerDay * hours) / 24 + 1e-6;
    const clock = i.clockAt((at[k]! + at[k + 1]!) / 2);
    let r = rates.get(clock.phase);
    if (!r) {
      r = { rate: rateFunction(clock.phase.model), known: new Map() };
      rates.set(clock.phase, r);
    }
    const { rate, known } = r;
    const rateAt = (c: number) => {
      let v = known.get(c);
      if (v === undefined) {
        v = rate(c);
        known.set(c, v);
      }
      return v;
    };
    const pieces = piecesOf(i.ambient, at[k]!, at[k + 1]!);
    // Left alone, the water goes its own way within the step: it may, where that is within the limits throughout.
    const alone = pieces.celsius.every((c) => c >= limits[k + 1]!.low - TINY && c <= limits[k + 1]!.high + TINY);
    const a = celsius[k]!;
    const b = celsius[k + 1]!;
    // Room for every pair within the ramp; rungs are in order, so the band is narrow.
    const room = a.length * Math.min(b.length, 2 * Math.floor(most / i.gridCelsius) + 3);
    const m: Moves = {
      count: 0,
      first: new Int32Array(a.length + 1),
      from: new Int16Array(room),
      to: new Int16Array(room),
      energy: new Float64Array(room),
      change: new Float64Array(room),
      passed: new Float64Array(room),
    };
    const add = (f: number, t: number) => {
      const c0 = a[f]!;
      const c1 = b[t]!;
      if (Number.isNaN(c1) || Math.abs(c1 - c0) > most) return;
      const left = alone && t === rungs && Math.abs(c0 - ambient[k]!) < TINY;
      const off = left ? { mean: 0, above: 0, below: 0 } : offAmbient(c0, c1, pieces);
      // A plant that holds both ends of a step may not hold its middle.
      if (off.above > mostAbove + TINY || off.below > mostBelow + TINY) return;
      const passed = left ? passedAlone(pieces, rateAt) : (rateAt(c0) + 4 * rateAt((c0 + c1) / 2) + rateAt(c1)) / 6;
      if (Number.isNaN(passed)) return;
      const x = m.count++;
      m.from[x] = f;
      m.to[x] = t;
      m.energy[x] = kw * hours * off.mean;
      m.change[x] = STEP_HOURS * kw * Math.abs(c1 - c0);
      m.passed[x] = (clock.weight * passed * (at[k + 1]! - at[k]!)) / DAY_MS;
    };
    for (let f = 0; f < a.length; f++) {
      const c0 = a[f]!;
      m.first[f] = m.count;
      if (Number.isNaN(c0)) continue;
      const first = Math.max(0, Math.ceil((c0 - most - lowest) / i.gridCelsius - 1e-6));
      const last = Math.min(rungs - 1, Math.floor((c0 + most - lowest) / i.gridCelsius + 1e-6));
      for (let t = first; t <= last; t++) add(f, t);
      add(f, rungs);
    }
    m.first[a.length] = m.count;
    return m;
  });
  return { at, celsius, moves, width, ambient };
}

/** Mean rate of a clock in water that is left alone, Simpson's rule in each piece. */
function passedAlone({ u, celsius }: Pieces, rate: (celsius: number) => number): number {
  let sum = 0;
  for (let i = 1; i < u.length; i++) {
    const [a, b] = [celsius[i - 1]!, celsius[i]!];
    sum += ((rate(a) + 4 * rate((a + b) / 2) + rate(b)) / 6) * (u[i]! - u[i - 1]!);
  }
  return sum;
}
