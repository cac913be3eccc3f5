import { decimals, plain } from '../quantities/format';
import { Z95 } from '../quantities/interval';
import { thresholds } from '../thresholds';
import { DAY_MS } from '../time/spans';
import { type DevelopmentModel, modelRange, rateFunction } from './model';
import { DRAWS, quasiNormal } from './quasiNormal';
import { crossing, makeTimeline, type Point, type Timeline, valueAt } from './timeline';
import { Water } from './water';

export type Phase = {
  stage: string;
  model: DevelopmentModel;
  /** Own calibration: multiplies the thermal sum. */
  factor?: number;
  /** Coefficient of variation of this phase's sum. */
  cv?: number;
  /** How far the animals of the lot spread about its half: first and last of them. */
  within?: number;
  sumFrom?: 'phase' | 'fertilisation';
};

export type PredictInput = {
  phases: readonly Phase[];
  start: number;
  temperatures: readonly Point[];
  plan?: readonly Point[];
  until?: number;
  /** Effect shared by all phases of the lot: fast lots stay fast. */
  lotCv?: number;
  /** Standard deviation of the forecast water against what comes, as a lasting offset. */
  forecastSdCelsius?: number;
  /** Instant at which `passed` is asked; default the last reading. */
  asOf?: number;
  /** Dates alone: the daily progress is left out. */
  plainly?: boolean;
  /** The same water made ready before, for all that stand in it; it must begin at or before `start`. */
  water?: Water;
  /** Dates whatever the range of the clocks: for searches, which hold the range against what they find. */
  anywhere?: boolean;
  /** Known stage dates replace predicted ones: what was seen is not predicted. */
  observed?: Readonly<Record<string, number>>;
};

export type PredictedStage = {
  stage: string;
  at: number | null;
  low: number | null;
  high: number | null;
  /** When the first and the last twentieth of the lot reach it, about `at`; null where that is not known. */
  first: number | null;
  last: number | null;
  measuredShare: number;
  /** Share of this stage's sum that had passed at `asOf`. */
  passed: number;
  /** Why there is no date, or no end of its interval. */
  why?: string;
  observed?: true;
};
export type Prediction = {
  stages: PredictedStage[];
  progress: { at: number; stage: string; share: number }[];
  gaps: { from: number; to: number }[];
  warnings: string[];
  measuredTo: number;
};

/** Why a prediction cannot be made; `path` names the field. */
export class PredictionRefused extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
    this.name = 'PredictionRefused';
  }
}

/** How far ahead dates are sought when nothing else is said: two years is past any egg. */
export const LONGEST_MS = 730 * DAY_MS;
/** Nineteen in twenty of a lot lie between the first and the last twentieth: this many of its spread off the half. */
const Z_TWENTIETH = 1.6448536269514722;
/** Share of a stage's way that the water may lie far off a clock's range: a spike, a night, is no other clock. */
const FAR_SHARE = 0.05;
/** Offsets of a forecast error, in standard deviations, one apart. */
const OFFSETS = [-3, -2, -1, 0, 1, 2, 3];

/**
 * Dates of the stages that follow one another from `start`, from measured and planned temperatures.
 *
 * The rate (share of a stage per day) is integrated over the temperature line; a stage is reached when its own sum is
 * full. Each phase i needs factor_i · exp(cv_i z_i + lotCv z_0) of its sum with independent standard normal z; the ends
 * of the interval are the 2.5 and 97.5 % points of the crossing time, over a fixed quasi-random sequence (exactly, where
 * one z is all there is). A forecast error is a lasting offset of the water after the last reading.
 *
 * A clock tells nothing far from the temperatures that it was fitted at: within a few degrees of them it goes on with a
 * warning, beyond there is no date, and `why` says so.
 *
 * @returns instants in ms since 1970; null where the stage is not reached within two years (or `until`)
 * @throws PredictionRefused when a temperature lies where a model has no value
 */
export function predict(input: PredictInput): Prediction {
  const water = waterOf(input);
  const { line } = water;
  const sums = input.phases.map((p) => water.integral(p.model, 0));
  const central = crossings(line, sums, input, () => 1);
  const refusedAt = central.findIndex((t) => Number.isNaN(t));
  if (refusedAt >= 0) throw refusal(line, input.phases[refusedAt]!);
  const spread = intervals(water, sums, input, central);

  const fit = input.anywhere ? null : fitOf(water, input, central);
  const lead = leadGap(input);
  const asOf = input.asOf ?? line.measuredTo;
  const stages = input.phases.map((phase, i): PredictedStage => {
    const seen = input.observed?.[phase.stage];
    if (seen !== undefined)
      return {
        stage: phase.stage,
        at: seen,
        low: seen,
        high: seen,
        first: null,
        last: null,
        measuredShare: 1,
        passed: 1,
        observed: true,
      };
    const sum = sums[i]!;
    const from = i === 0 || phase.sumFrom === 'fertilisation' ? input.start : central[i - 1]!;
    const passedBetween = (a: number, b: number) => shareOf(line, sum, a, b, needOf(phase));
    const none = fit?.why[i] ?? (Number.isFinite(central[i]!) ? undefined : notReached(line, input));
    if (none !== undefined)
      return {
        stage: phase.stage,
        at: null,
        low: null,
        high: null,
        first: null,
        last: null,
        measuredShare: 0,
        passed: fit?.why[i] === undefined ? passedBetween(from, asOf) : 0,
        why: none,
      };
    const at = central[i]!;
    const about = (z: number) =>
      phase.within
        ? finite(crossing(line, sum, valueAt(line, sum, from) + needOf(phase) * Math.exp(z * phase.within)))
        : null;
    const [low, high] = [finite(spread[i]!.low), finite(spread[i]!.high)];
    const measuredFrom = lead && lead.to > from ? Math.min(lead.to, at) : from;
    return {
      stage: phase.stage,
      at,
      first: about(-Z_TWENTIETH),
      last: about(Z_TWENTIETH),
      low,
      high,
      measuredShare: passedBetween(measuredFrom, Math.min(at, line.measuredTo)),
      passed: passedBetween(from, asOf),
      ...(high === null ? { why: `the late end of the interval: ${notReached(line, input)}` } : {}),
    };
  });
  return {
    stages,
    progress: input.plainly ? [] : progress(line, sums, input, central),
    gaps: [...(lead ? [lead] : []), ...line.gaps.filter((g) => g.to > input.start)],
    warnings: fit?.warnings ?? [],
    measuredTo: line.measuredTo,
  };
}

const finite = (t: number) => (Number.isFinite(t) ? t : null);
const needOf = (phase: Phase) => phase.factor ?? 1;

function latest(points: readonly Point[]): number {
  let last = Number.NEGATIVE_INFINITY;
  for (const p of points) if (p.at > last) last = p.at;
  return last;
}

/** The water as given, unless a rate has no value somewhere before these eggs: then from their own start on. */
function waterOf(input: PredictInput): Water {
  if (input.water && input.phases.every((p) => !Number.isNaN(input.water!.integral(p.model, 0).at(-1))))
    return input.water;
  const lastGiven = Math.max(input.start, latest(input.temperatures), latest(input.plan ?? []));
  const end = input.until ?? lastGiven + LONGEST_MS;
  return new Water(makeTimeline(input.temperatures, input.plan ?? [], input.start, end));
}

/** Crossing time of every phase when phase i needs `stretch(i)` times its usual sum. */
function crossings(
  line: Timeline,
  sums: readonly Float64Array[],
  input: PredictInput,
  stretch: (phase: number) => number,
): number[] {
  let from = input.start;
  return input.phases.map((phase, i) => {
    const seen = input.observed?.[phase.stage];
    if (seen !== undefined) {
      from = seen;
      return seen;
    }
    if (!Number.isFinite(from)) return from;
    const sum = sums[i]!;
    const begin = phase.sumFrom === 'fertilisation' ? input.start : from;
    const reached = crossing(line, sum, valueAt(line, sum, begin) + needOf(phase) * stretch(i));
    from = Number.isNaN(reached) ? Number.NaN : Math.max(from, reached);
    return from;
  });
}

function intervals(
  water: Water,
  sums: readonly Float64Array[],
  input: PredictInput,
  central: readonly number[],
): { low: number; high: number }[] {
  const { phases } = input;
  const { line } = water;
  const lotCv = input.lotCv ?? 0;
  const forecastSd = input.forecastSdCelsius ?? 0;
  const certain = (i: number) =>
    input.observed?.[phases[i]!.stage] !== undefined ||
    (forecastSd === 0 && lotCv === 0 && phases.slice(0, i + 1).every((p) => !p.cv));
  const single = (i: number) => i === 0 || phases[i]!.sumFrom === 'fertilisation';
  let drawn: { low: number; high: number }[] | null = null;
  return phases.map((_, i) => {
    if (certain(i)) return { low: central[i]!, high: central[i]! };
    if (single(i)) return ofOneClock(water, sums[i]!, input, i);
    drawn ??= byDraws(water, line, sums, input);
    return drawn[i]!;
  });
}

/**
 * Ends of the interval of a clock that runs from fertilisation. At an instant t the clock has passed S(t); a forecast
 * error w changes that by w·S'(t); so ln S(t) − ln need, over √(s² + (σ S'/S)²), is a standard normal, whose 2.5 and
 * 97.5 % points are sought. Exact without a forecast error, linear in it with one.
 */
function ofOneClock(water: Water, sum: Float64Array, input: PredictInput, i: number): { low: number; high: number } {
  const { line } = water;
  const phase = input.phases[i]!;
  const s = Math.hypot(phase.cv ?? 0, input.lotCv ?? 0);
  const sd = input.forecastSdCelsius ?? 0;
  const begun = valueAt(line, sum, input.start);
  const need = needOf(phase);
  if (sd === 0) {
    const at = (z: number) => crossing(line, sum, begun + need * Math.exp(s * z));
    return { low: at(-Z95), high: at(Z95) };
  }
  const [colder, warmer] = [-sd, sd].map((w) => water.integral(phase.model, w)) as [Float64Array, Float64Array];
  const [cold0, warm0] = [valueAt(line, colder, input.start), valueAt(line, warmer, input.start)];
  const times = line.at;
  // By how many standard deviations the clock is through at a point of the line, less z.
  const through = (i: number, z: number) => {
    const passed = sum[i]! - begun;
    if (!(passed > 0)) return Number.NEGATIVE_INFINITY;
    const change = (warmer[i]! - warm0 - (colder[i]! - cold0)) / 2;
    // A rate without a value at the edge of a table leaves the forecast error out rather than the date.
    const relative = Number.isFinite(change) ? change / passed : 0;
    return Math.log(passed / need) - z * Math.hypot(s, relative);
  };
  const at = (z: number) => {
    let low = 0;
    let high = times.length - 1;
    if (!(through(high, z) >= 0)) return Number.POSITIVE_INFINITY;
    while (high - low > 1) {
      const mid = (low + high) >> 1;
      if (through(mid, z) >= 0) high = mid;
      else low = mid;
    }
    // Inside the step the sums run straight: so many halvings are seconds.
    const [a, b] = [times[low]!, times[high]!];
    const between = (list: Float64Array, u: number) => list[low]! + u * (list[high]! - list[low]!);
    let [from, to] = [0, 1];
    for (let k = 0; k < 20; k++) {
      const u = (from + to) / 2;
      const passed = between(sum, u) - begun;
      const change = (between(warmer, u) - warm0 - (between(colder, u) - cold0)) / 2;
      const relative = Number.isFinite(change) && passed > 0 ? change / passed : 0;
      if (passed > 0 && Math.log(passed / need) >= z * Math.hypot(s, relative)) to = u;
      else from = u;
    }
    return Math.max(input.start, a + to * (b - a));
  };
  return { low: at(-Z95), high: at(Z95) };
}

/** Ends of the intervals of clocks that follow one another, from a fixed quasi-random sequence. */
function byDraws(
  water: Water,
  line: Timeline,
  sums: readonly Float64Array[],
  input: PredictInput,
): { low: number; high: number }[] {
  const { phases } = input;
  const lotCv = input.lotCv ?? 0;
  const forecastSd = input.forecastSdCelsius ?? 0;
  // A forecast error shifts everything after the last reading: sums are worked once for each of a few offsets, and the
  // crossing of a drawn offset lies between those of its two neighbours.
  const offsets = forecastSd > 0 ? OFFSETS : [0];
  const shifted = offsets.map((w) => (w === 0 ? sums : phases.map((p) => water.integral(p.model, w * forecastSd))));
  const dims = phases.length + 2;
  const times = phases.map(() => new Float64Array(DRAWS));
  const points = quasiNormal(dims);
  for (let d = 0; d < DRAWS; d++) {
    const z = points[d]!;
    const stretch = (i: number) => Math.exp((phases[i]!.cv ?? 0) * z[i]! + lotCv * z[phases.length]!);
    const place = forecastSd > 0 ? Math.min(offsets.length - 1.001, Math.max(0, z[dims - 1]! - offsets[0]!)) : 0;
    const below = Math.floor(place);
    const drawn = crossings(line, shifted[below]!, input, stretch);
    const next = place > below ? crossings(line, shifted[below + 1]!, input, stretch) : drawn;
    drawn.forEach((t, i) => {
      const mixed = next === drawn ? t : t + (place - below) * (next[i]! - t);
      times[i]![d] = Number.isFinite(mixed) ? mixed : Number.POSITIVE_INFINITY;
    });
  }
  return times.map((t) => {
    t.sort();
    return { low: pointOf(t, 0.025), high: pointOf(t, 0.975) };
  });
}

function pointOf(sorted: Float64Array, p: number): number {
  const at = p * sorted.length - 0.5;
  const i = Math.floor(at);
  const a = sorted[Math.max(0, i)]!;
  const b = sorted[Math.min(sorted.length - 1, i + 1)]!;
  return Number.isFinite(b) ? a + (at - i) * (b - a) : b;
}

/** Share of a phase's need that the rate sums to between two instants, within 0 and 1. */
function shareOf(line: Timeline, sum: Float64Array, from: number, to: number, need: number): number {
  if (!Number.isFinite(from) || from >= to) return 0;
  return Math.max(0, Math.min(1, (valueAt(line, sum, to) - valueAt(line, sum, from)) / need));
}

/** Why a stage has no date on a line that ends before it. */
function notReached(line: Timeline, input: PredictInput): string {
  const end = new Date(line.at.at(-1)!).toISOString().slice(0, 10);
  return input.until ? `not reached by ${end}` : `not reached by ${end}, two years on, with this water`;
}

/**
 * The water before the first reading is guessed by carrying it back: a gap like others, when it is more than three of
 * the usual steps and more than a day.
 */
function leadGap(input: PredictInput): { from: number; to: number } | null {
  let first = Number.POSITIVE_INFINITY;
  let last = Number.NEGATIVE_INFINITY;
  for (const p of input.temperatures) {
    if (p.at < first) first = p.at;
    if (p.at > last) last = p.at;
  }
  const n = input.temperatures.length;
  const usual = n > 1 ? (last - first) / (n - 1) : 0;
  return Number.isFinite(first) && first - input.start > Math.max(3 * usual, DAY_MS)
    ? { from: input.start, to: first }
    : null;
}

/** What the ranges of the clocks make of the way of each stage: warnings, and why a stage has no date. */
function fitOf(
  water: Water,
  input: PredictInput,
  central: readonly number[],
): { warnings: string[]; why: (string | undefined)[] } {
  const warnings = new Set<string>();
  const { line } = water;
  const end = line.at.at(-1)!;
  const why: (string | undefined)[] = [];
  const beyond = thresholds.clockBeyond.value;
  input.phases.forEach((phase, i) => {
    const follows = i > 0 && phase.sumFrom !== 'fertilisation';
    const seen = (k: number) => input.observed?.[input.phases[k]!.stage] !== undefined;
    if (seen(i)) {
      why.push(undefined);
      return;
    }
    if (follows && why[i - 1] !== undefined) {
      why.push(`${input.phases[i - 1]!.stage}, from which it counts, has no date`);
      return;
    }
    const range = modelRange(phase.model);
    const from = follows ? central[i - 1]! : input.start;
    const to = Number.isFinite(central[i]!) ? central[i]! : end;
    if (!range || !Number.isFinite(from) || to <= from) {
      why.push(undefined);
      return;
    }
    const measured = water.outsideMs(range, from, Math.min(to, line.measuredTo));
    const coming = water.outsideMs(range, Math.max(from, line.measuredTo), to);
    const far = water.outsideMs({ low: range.low - beyond, high: range.high + beyond }, from, to);
    const span = `${plain(range.low)} to ${plain(range.high)} °C`;
    if (far > FAR_SHARE * (to - from)) {
      why.push(
        `the model of ${phase.stage} was fitted at ${span}; on its way the water is more than ${plain(beyond)} °C beyond for ${days(far)}`,
      );
      return;
    }
    why.push(undefined);
    if (measured > 0)
      warnings.add(`the water was outside ${span} for ${days(measured)}, where the model was not fitted`);
    if (coming > 0)
      warnings.add(
        `the water to come is outside ${span} for ${days(coming)}, where the model was not fitted: take the interval as too narrow`,
      );
  });
  for (const w of why) if (w !== undefined) warnings.add(w);
  return { warnings: [...warnings], why };
}

const days = (ms: number) => `${decimals(ms / DAY_MS, 1)} days`;

function refusal(line: Timeline, phase: Phase): PredictionRefused {
  const rate = rateFunction(phase.model);
  const i = line.celsius.findIndex((c) => Number.isNaN(rate(c)));
  const range = modelRange(phase.model);
  const where = range ? `, outside ${plain(range.low)} to ${plain(range.high)} °C` : '';
  return new PredictionRefused(
    'temperatures',
    `${decimals(line.celsius[i] ?? Number.NaN, 1)} °C at ${new Date(line.at[i] ?? line.at[0]!).toISOString()} lies where the model of “${phase.stage}” has no value${where}`,
  );
}

/** Once a day from the start: the stage under way and the share of it that has passed. */
function progress(
  line: Timeline,
  sums: readonly Float64Array[],
  input: PredictInput,
  central: readonly number[],
): Prediction['progress'] {
  const out: Prediction['progress'] = [];
  const last = [...central].reverse().find((t) => Number.isFinite(t)) ?? line.measuredTo;
  let phase = 0;
  for (let t = input.start; t <= last; t += DAY_MS) {
    while (phase < central.length - 1 && central[phase]! <= t) phase += 1;
    const p = input.phases[phase]!;
    const from = phase === 0 || p.sumFrom === 'fertilisation' ? input.start : central[phase - 1]!;
    const gone = valueAt(line, sums[phase]!, t) - valueAt(line, sums[phase]!, from);
    out.push({ at: t, stage: p.stage, share: Math.max(0, Math.min(1, gone / needOf(p))) });
  }
  return out;
}
