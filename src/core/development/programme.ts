import { decimals, plain } from '../quantities/format';
import { DAY_MS, HOUR_MS } from '../time/spans';
import { rateFunction } from './model';
import { type Phase, PredictionRefused, predict } from './predict';
import { ambientAt, demandOf, type Grid, type Limits, makeGrid, type Plant } from './programmeGrid';
import { ANY_PRICE, cheapest, moveOf, type Path, pathAt, pathOf, type Wish } from './programmeSearch';
import { accumulate, makeTimeline, type Point } from './timeline';

export type ProgrammeInput = {
  phases: readonly Phase[];
  /** Fertilisation. */
  start: number;
  /** From when the programme may set the water; default `start`. What came before is `measured`. */
  from?: number;
  measured?: readonly Point[];
  /** Water that the eggs are in when it begins; default the ambient water, within the limits. */
  startCelsius?: number;
  target: { stage: string; at: number; notBefore?: number };
  ambient: readonly Point[];
  limits: Limits;
  /** Narrower or wider limits while a stage is under way. */
  stageLimits?: readonly ({ stage: string } & Partial<Limits>)[];
  plant: Plant;
  stepHours?: number;
  gridCelsius?: number;
};

/** What may make a date impossible, each tried alone. */
export const obstacles = {
  'limits.high': 'the eggs’ upper limit',
  'limits.low': 'the eggs’ lower limit',
  'limits.maxStepPerDay': 'the largest change a day',
  'plant.heatKw': 'the heater',
  'plant.chillKw': 'the chiller',
} as const;
export type Obstacle = keyof typeof obstacles;

export type Programme = {
  possible: boolean;
  /** The programme; where the date is impossible, the one that comes nearest. */
  temperatures: Point[];
  energyKwh: number;
  /** No programme of this grid and these limits uses less (kWh); null where it was not proven. */
  boundKwh: number | null;
  reaches: number | null;
  slackDays: number | null;
  /** Without which the date would be possible; two or more together where the list is empty. */
  limiting: Obstacle[];
  nearest: number | null;
  /** First day on which the plant cannot hold the water within the limits at all. */
  cannotHold: { at: number; ambient: number } | null;
  /** What of it is to be taken with care: a start outside of the limits, water where a clock was not fitted. */
  warnings: string[];
};

/** How far ahead the nearest possible date is sought. */
const FARTHEST_MS = 400 * DAY_MS;
/** Rounds in which the dates between stages are brought in line with the programme. */
const ROUNDS = 6;
/** Margin on the clock, so that a date met by the grid is met by the finer prediction too. */
const MARGIN = 1e-5;

/**
 * The cheapest temperature programme that brings a stage by a date (and, with `notBefore`, not sooner), within limits of
 * eggs and plant; or what stands in the way and the nearest date.
 */
export function programme(i: ProgrammeInput): Programme {
  const solved = solve(i);
  if (solved)
    return {
      ...solved,
      possible: true,
      limiting: [],
      nearest: null,
      cannotHold: null,
      warnings: [...outsideAtStart(i), ...fitOf(i, solved.temperatures)],
    };
  const near = nearest(i);
  return {
    ...near,
    possible: false,
    warnings: [...outsideAtStart(i), ...(near.reaches === null ? [] : fitOf(i, near.temperatures))],
    boundKwh: null,
    limiting: (Object.keys(obstacles) as Obstacle[]).filter((o) => {
      const freed = without(i, o);
      return freed !== null && canBeHad(freed);
    }),
  };
}

/** Eggs that are outside of the limits when it begins are brought back at the pace of the ramp: said. */
function outsideAtStart(i: ProgrammeInput): string[] {
  const c = i.startCelsius;
  if (c === undefined || (c >= i.limits.low && c <= i.limits.high)) return [];
  const days = Math.max(i.limits.low - c, c - i.limits.high) / i.limits.maxStepPerDay;
  return [
    `it begins at ${plain(c)} °C, outside of the limits ${plain(i.limits.low)} to ${plain(i.limits.high)} °C: ${decimals(days, 1)} days until the water is within them, at the pace allowed`,
  ];
}

/**
 * What the ranges of the clocks say of a course.
 * @throws PredictionRefused where a clock has no date on it: too far from the temperatures that it was fitted at
 */
function fitOf(i: ProgrammeInput, course: readonly Point[]): string[] {
  if (course.length === 0) return [];
  const target = chainOf(i).at(-1)!;
  const p = predict({
    phases: i.phases.slice(0, target + 1).map(({ cv: _, ...rest }) => rest),
    start: i.start,
    temperatures: [...(i.measured ?? []).filter((m) => m.at < fromOf(i)), course[0]!],
    plan: course.slice(1),
    plainly: true,
  });
  const stage = p.stages[target]!;
  if (stage.at === null && stage.why !== undefined)
    throw new PredictionRefused('limits', `${stage.why}: set narrower limits`);
  return p.warnings;
}

type Solved = Pick<Programme, 'temperatures' | 'energyKwh' | 'boundKwh' | 'reaches' | 'slackDays'>;

function solve(i: ProgrammeInput): Solved | null {
  const late = within(i, i.target.at, 1);
  if (!late) return null;
  const step = (i.stepHours ?? 24) * HOUR_MS;
  const notBefore = i.target.notBefore === undefined ? null : Math.min(i.target.notBefore, i.target.at - step);
  if (notBefore === null || late.reaches! >= notBefore || notBefore <= fromOf(i)) return late;
  // The cheapest comes too soon: hold it back until the window opens, then go on as cheaply as may be.
  const held = within(i, notBefore, -1);
  if (!held) return null;
  const last = held.temperatures.at(-1)!;
  const rest = within(
    {
      ...i,
      from: notBefore,
      startCelsius: last.celsius,
      measured: [...(i.measured ?? []), ...held.temperatures],
      target: { ...i.target, notBefore: undefined },
    },
    i.target.at,
    1,
  );
  if (!rest) return null;
  return {
    temperatures: [...held.temperatures, ...rest.temperatures.slice(1)],
    energyKwh: held.energyKwh + rest.energyKwh,
    boundKwh: held.boundKwh === null ? null : held.boundKwh + (rest.boundKwh ?? 0),
    reaches: rest.reaches,
    slackDays: rest.slackDays,
  };
}

const fromOf = (i: ProgrammeInput) => i.from ?? i.start;

/** The water at the beginning: as given, else the ambient within the limits. */
function startOf(i: ProgrammeInput): number {
  const ambient = ambientAt(i.ambient, fromOf(i));
  return i.startCelsius ?? Math.min(i.limits.high, Math.max(i.limits.low, ambient));
}

/** Dates of all stages when the water follows `path` from where the measured ends, without doubt. */
function datesOf(i: ProgrammeInput, path: readonly Point[]): (number | null)[] {
  const from = fromOf(i);
  const before = (i.measured ?? []).filter((p) => p.at < from);
  const p = predict({
    phases: i.phases.map(({ cv: _, ...rest }) => rest),
    start: i.start,
    temperatures: [...(before.length > 0 ? before : []), { at: from, celsius: path[0]?.celsius ?? startOf(i) }],
    plan: path.slice(1),
    plainly: true,
    anywhere: true,
  });
  return p.stages.map((s) => s.at);
}

/** The clocks that lead to the target, in order: those that count from the stage before begin where that ended. */
function chainOf(i: ProgrammeInput): number[] {
  const target = i.phases.findIndex((p) => p.stage === i.target.stage);
  if (target < 0) throw new RangeError(`no stage ${i.target.stage}`);
  const chain = [target];
  while (chain[0]! > 0 && i.phases[chain[0]!]!.sumFrom !== 'fertilisation') chain.unshift(chain[0]! - 1);
  return chain;
}

/** Share of each clock of the chain that has passed when the programme begins. */
function passedBefore(i: ProgrammeInput, chain: readonly number[], dates: readonly (number | null)[]): number[] {
  const from = fromOf(i);
  const measured = i.measured ?? [];
  if (from <= i.start || measured.length === 0) return chain.map(() => 0);
  return chain.map((n, k) => {
    const begins = k === 0 ? i.start : (dates[chain[k - 1]!] ?? Number.POSITIVE_INFINITY);
    if (begins >= from) return 0;
    const line = makeTimeline(measured, [], begins, from);
    return accumulate(line, rateFunction(i.phases[n]!.model)).at(-1)!;
  });
}

/**
 * The cheapest programme up to `until` with the target reached by then (sign 1), or not before (−1). One clock is an
 * exact search; where clocks follow one another, or limits change with the stage, the dates between are brought in line
 * round by round and the best programme that holds is kept.
 */
function within(i: ProgrammeInput, until: number, sign: 1 | -1): Solved | null {
  const from = fromOf(i);
  if (until <= from) {
    const dates = datesOf(i, []);
    const at = dates[i.phases.findIndex((p) => p.stage === i.target.stage)] ?? null;
    const met = at !== null && (sign === 1 ? at <= until + MARGIN * DAY_MS : at >= until);
    return met
      ? { temperatures: [], energyKwh: 0, boundKwh: 0, reaches: at, slackDays: (i.target.at - at) / DAY_MS }
      : null;
  }
  const chain = chainOf(i);
  const startCelsius = startOf(i);
  const simple = chain.length === 1 && (i.stageLimits ?? []).length === 0;
  let dates = datesOf(i, [
    { at: from, celsius: startCelsius },
    { at: until, celsius: (i.limits.low + i.limits.high) / 2 },
  ]);
  let best: Solved | null = null;
  let correction = 0;
  for (let round = 0; round < (simple ? 1 : ROUNDS); round++) {
    const grid = gridFor(i, until, startCelsius, chain, dates);
    const weights = weightsOf(i, chain, dates);
    const before = passedBefore(i, chain, dates);
    const need =
      chain.reduce((s, n, k) => s + weights[k]! * Math.max(0, (i.phases[n]!.factor ?? 1) - before[k]!), 0) *
        (1 + sign * MARGIN) +
      correction;
    const found = cheapest(grid, { need, sign });
    if (!found) return best;
    const path = steady(grid, { need, sign }, found.path);
    const points = pointsOf(grid, path, i.ambient);
    const seen = datesOf(i, points);
    const reached = seen[chain.at(-1)!] ?? null;
    const holds = reached !== null && (sign === 1 ? reached <= until + 60_000 : reached >= until - 60_000);
    // What is reached is reached: nothing is spent on the rest of the step.
    const { energyKwh } = demandOf(points, i.ambient, i.plant, reached ?? undefined);
    if (holds && (!best || energyKwh < best.energyKwh))
      best = {
        temperatures: points,
        energyKwh,
        boundKwh: simple ? Math.min(found.bound, energyKwh) : null,
        reaches: reached,
        slackDays: (i.target.at - reached) / DAY_MS,
      };
    // What the rounding of the dates between left short, or over, is asked for in the next round.
    if (reached !== null && !simple) {
      const pace = rateFunction(i.phases[chain.at(-1)!]!.model)(points.at(-1)!.celsius);
      correction += Math.max(-0.1, Math.min(0.1, ((reached - until) / DAY_MS) * pace * (holds ? 0.5 : 1)));
    }
    dates = seen;
  }
  return best;
}

/**
 * What a day of each clock is worth against the last one: at the change from one to the next the gain of a moment is the
 * same on both sides (the Hamiltonian is continuous), so that the price of the first is that of the second times the
 * ratio of their rates there.
 */
function weightsOf(i: ProgrammeInput, chain: readonly number[], dates: readonly (number | null)[]): number[] {
  const middle = (i.limits.low + i.limits.high) / 2;
  const last = rateFunction(i.phases[chain.at(-1)!]!.model)(middle);
  return chain.map((n, k) => {
    if (k === chain.length - 1) return 1;
    const own = rateFunction(i.phases[n]!.model)(middle);
    return dates[n] !== undefined && own > 0 ? last / own : 1;
  });
}

function gridFor(
  i: ProgrammeInput,
  until: number,
  startCelsius: number,
  chain: readonly number[],
  dates: readonly (number | null)[],
): Grid {
  const from = fromOf(i);
  const weights = weightsOf(i, chain, dates);
  // Eggs that begin outside of the limits are brought back at the pace of the ramp.
  const widened = (l: Limits, t: number): Limits => {
    const way = (l.maxStepPerDay * (t - from)) / DAY_MS;
    return { ...l, low: Math.min(l.low, startCelsius + way), high: Math.max(l.high, startCelsius - way) };
  };
  return makeGrid({
    from,
    startCelsius,
    to: until,
    stepHours: i.stepHours ?? 24,
    gridCelsius: i.gridCelsius ?? 0.25,
    ambient: i.ambient,
    plant: i.plant,
    limitsAt: (t) => {
      const under = i.phases.findIndex((_, k) => (dates[k] ?? Number.POSITIVE_INFINITY) > t);
      const stage = i.phases[under < 0 ? i.phases.length - 1 : under]!.stage;
      const own = i.stageLimits?.find((l) => l.stage === stage);
      return widened({ ...i.limits, ...definedOf(own) }, t);
    },
    clockAt: (t) => {
      let k = 0;
      while (k < chain.length - 1 && (dates[chain[k]!] ?? Number.POSITIVE_INFINITY) <= t) k += 1;
      return { phase: i.phases[chain[k]!]!, weight: weights[k]! };
    },
  });
}

function definedOf(own: ({ stage: string } & Partial<Limits>) | undefined): Partial<Limits> {
  if (!own) return {};
  const { stage: _, ...rest } = own;
  return Object.fromEntries(Object.entries(rest).filter(([, v]) => v !== undefined));
}

/** A steady temperature, reached by the ramp, where that is cheaper still: the charge for change may have hidden it. */
function steady(grid: Grid, wish: Wish, path: Path): Path {
  let best = path;
  const last = grid.celsius.at(-1)!;
  for (let rung = 0; rung < last.length - 1; rung++) {
    const goal = last[rung]!;
    if (Number.isNaN(goal)) continue;
    const nodes: number[] = [0];
    let passed = 0;
    for (let k = 0; k < grid.moves.length; k++) {
      const m = grid.moves[k]!;
      let chosen = -1;
      for (let x = m.first[nodes[k]!]!; x < m.first[nodes[k]! + 1]!; x++)
        if (m.to[x] !== grid.width - 1) {
          const off = Math.abs(grid.celsius[k + 1]![m.to[x]!]! - goal);
          if (chosen < 0 || off < Math.abs(grid.celsius[k + 1]![m.to[chosen]!]! - goal)) chosen = x;
        }
      if (chosen < 0) break;
      nodes.push(m.to[chosen]!);
      passed += m.passed[chosen]!;
      if (wish.sign === 1 && passed >= wish.need - 1e-12) break;
    }
    if (wish.sign * passed < wish.sign * wish.need - 1e-12) continue;
    if (wish.sign === -1 && nodes.length <= grid.moves.length) continue;
    const p = pathOf(grid, Int16Array.from(nodes));
    if (p && p.energy < best.energy - 1e-9) best = p;
  }
  return best;
}

/** Set points of a way; where the water is left alone, its own course between them. */
function pointsOf(grid: Grid, path: Path, ambient: readonly Point[]): Point[] {
  const points: Point[] = [];
  const own = grid.width - 1;
  path.nodes.forEach((n, k) => {
    const [at, celsius] = [grid.at[k]!, grid.celsius[k]![n]!];
    const before = points.at(-1);
    if (before && n === own && Math.abs(before.celsius - grid.ambient[k - 1]!) < 1e-9) {
      const alone = grid.moves[k - 1]!;
      const x = moveOf(grid, k - 1, path.nodes[k - 1]!, n);
      if (x >= 0 && alone.energy[x] === 0) for (const p of ambient) if (p.at > before.at && p.at < at) points.push(p);
    }
    points.push({ at, celsius });
  });
  return points;
}

/** The fastest (sign 1) or slowest programme up to `until`: only the clock counts. */
function extreme(i: ProgrammeInput, until: number, sign: 1 | -1) {
  const chain = chainOf(i);
  const startCelsius = startOf(i);
  let dates = datesOf(i, [{ at: fromOf(i), celsius: startCelsius }]);
  let points: Point[] = [];
  let energyKwh = 0;
  let cannotHold: Programme['cannotHold'] = null;
  for (let round = 0; round < 3; round++) {
    const grid = gridFor(i, until, startCelsius, chain, dates);
    const dead = grid.celsius.findIndex((row, k) => k > 0 && row.every(Number.isNaN));
    if (dead > 0) cannotHold = { at: grid.at[dead]!, ambient: grid.ambient[dead]! };
    const path = pathAt(grid, ANY_PRICE, sign);
    if (!path) break;
    points = pointsOf(grid, path, i.ambient);
    dates = datesOf(i, points);
    const reached = dates[chain.at(-1)!] ?? null;
    const used = reached === null ? points.length : points.findIndex((p) => p.at >= reached) + 1 || points.length;
    points = points.slice(0, used);
    energyKwh = demandOf(points, i.ambient, i.plant, reached ?? undefined).energyKwh;
  }
  return { points, energyKwh, cannotHold, reaches: points.length === 0 ? null : (dates[chain.at(-1)!] ?? null) };
}

const tooLate = (i: ProgrammeInput) => {
  const { reaches } = extreme(i, Math.max(i.target.at, fromOf(i) + HOUR_MS), 1);
  return reaches === null || reaches > i.target.at + 60_000;
};

/** The nearest date that can be had: by the fastest programme, or by the slowest where the date is too late for any. */
function nearest(
  i: ProgrammeInput,
): Pick<Programme, 'temperatures' | 'energyKwh' | 'reaches' | 'slackDays' | 'nearest' | 'cannotHold'> {
  const late = tooLate(i);
  const e = extreme(i, Math.max(i.target.at, fromOf(i)) + FARTHEST_MS, late ? 1 : -1);
  return {
    temperatures: e.points,
    energyKwh: e.energyKwh,
    reaches: e.reaches,
    nearest: e.reaches,
    slackDays: e.reaches === null ? null : (i.target.at - e.reaches) / DAY_MS,
    cannotHold: e.cannotHold,
  };
}

/** Whether the date can be had at all, on a coarse grid: enough to tell which limit stands in the way. */
function canBeHad(i: ProgrammeInput): boolean {
  const coarse = { ...i, gridCelsius: 0.5 };
  if (tooLate(coarse)) return false;
  if (i.target.notBefore === undefined) return true;
  const { reaches } = extreme(coarse, i.target.at + FARTHEST_MS, -1);
  return reaches === null || reaches >= i.target.notBefore;
}

/** The same wish with one limit out of the way; null where it sets none. */
function without(i: ProgrammeInput, o: Obstacle): ProgrammeInput | null {
  const stageLimits = (key: keyof Limits, value: number) => i.stageLimits?.map((l) => ({ ...l, [key]: value }));
  switch (o) {
    case 'limits.high':
      return {
        ...i,
        limits: { ...i.limits, high: i.limits.high + 5 },
        stageLimits: stageLimits('high', i.limits.high + 5),
      };
    case 'limits.low':
      return {
        ...i,
        limits: { ...i.limits, low: Math.max(0, i.limits.low - 5) },
        stageLimits: stageLimits('low', Math.max(0, i.limits.low - 5)),
      };
    case 'limits.maxStepPerDay':
      return { ...i, limits: { ...i.limits, maxStepPerDay: 50 }, stageLimits: stageLimits('maxStepPerDay', 50) };
    case 'plant.heatKw':
      return i.plant.heatKw === undefined ? null : { ...i, plant: { ...i.plant, heatKw: undefined } };
    case 'plant.chillKw':
      return i.plant.chillKw === undefined ? null : { ...i, plant: { ...i.plant, chillKw: undefined } };
  }
}
