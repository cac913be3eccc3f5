import { DAY_MS, HOUR_MS } from '../time/spans';
/**
 * A temperature history made ready for integrating: parallel arrays, in milliseconds and degrees, linear between
 * points, dense enough (see MOST_STEP_MS) that the integral inside a step may be taken as linear in time.
 */
export type Timeline = {
  at: Float64Array;
  celsius: Float64Array;
  /** Everything after this instant is forecast. */
  measuredTo: number;
  gaps: { from: number; to: number }[];
};

const MOST_STEP_MS = 6 * HOUR_MS;

export type Point = { at: number; celsius: number };

/**
 * Joins readings and plan into one timeline that spans from `start` to `end`. Before the first reading its value is
 * carried back; after the last, the plan, or the last value, is carried forward as forecast. Readings need not be in
 * order; of two for one instant the later in the list counts.
 * A gap is a step between readings of more than three times the median step.
 */
export function makeTimeline(readings: readonly Point[], plan: readonly Point[], start: number, end: number): Timeline {
  if (readings.length === 0 && plan.length === 0) throw new RangeError('a timeline needs at least one temperature');
  const sorted = sortedUnique(readings);
  const measuredTo = sorted.length > 0 ? Math.max(start, sorted[sorted.length - 1]!.at) : start;
  const future = sortedUnique(plan).filter((p) => sorted.length === 0 || p.at > sorted[sorted.length - 1]!.at);
  const gaps = findGaps(sorted, start);
  const all = future.length > 0 ? sorted.concat(future) : sorted;

  // Room for every point, and for the steps that long gaps are divided into.
  const most = all.length + Math.ceil(Math.max(0, end - start) / MOST_STEP_MS) + 3;
  const at = new Float64Array(most);
  const celsius = new Float64Array(most);
  let n = 0;
  const push = (time: number, value: number) => {
    if (n > 0 && time <= at[n - 1]!) return;
    // A steady stretch needs no points inside: its rate is one.
    if (n > 0 && time - at[n - 1]! > MOST_STEP_MS && value !== celsius[n - 1]) {
      const t0 = at[n - 1]!;
      const c0 = celsius[n - 1]!;
      const pieces = Math.ceil((time - t0) / MOST_STEP_MS);
      for (let k = 1; k < pieces; k++) {
        at[n] = t0 + ((time - t0) * k) / pieces;
        celsius[n++] = c0 + ((value - c0) * k) / pieces;
      }
    }
    at[n] = time;
    celsius[n++] = value;
  };
  let i = 0;
  while (i < all.length && all[i]!.at <= start) i += 1;
  if (i === 0) push(start, all[0]!.celsius);
  else if (i === all.length) push(start, all[i - 1]!.celsius);
  else {
    const a = all[i - 1]!;
    const b = all[i]!;
    push(start, a.celsius + ((b.celsius - a.celsius) * (start - a.at)) / (b.at - a.at));
  }
  for (; i < all.length && all[i]!.at <= end; i++) push(all[i]!.at, all[i]!.celsius);
  if (at[n - 1]! < end) {
    if (i < all.length) {
      const t0 = at[n - 1]!;
      const c0 = celsius[n - 1]!;
      push(end, c0 + ((all[i]!.celsius - c0) * (end - t0)) / (all[i]!.at - t0));
    } else push(end, celsius[n - 1]!);
  }
  return {
    at: at.slice(0, n),
    celsius: celsius.slice(0, n),
    measuredTo: Math.min(measuredTo, end),
    gaps,
  };
}

function sortedUnique(points: readonly Point[]): Point[] {
  let inOrder = true;
  for (let i = 1; i < points.length; i++)
    if (points[i]!.at <= points[i - 1]!.at) {
      inOrder = false;
      break;
    }
  if (inOrder) return points as Point[];
  const byTime = new Map(points.map((p) => [p.at, p]));
  return [...byTime.values()].sort((a, b) => a.at - b.at);
}

function findGaps(sorted: readonly Point[], start: number): { from: number; to: number }[] {
  if (sorted.length < 3) return [];
  const steps = new Float64Array(sorted.length - 1);
  for (let i = 1; i < sorted.length; i++) steps[i - 1] = sorted[i]!.at - sorted[i - 1]!.at;
  const median = medianOf(steps);
  const gaps: { from: number; to: number }[] = [];
  for (let i = 0; i < steps.length; i++)
    if (steps[i]! > 3 * median && sorted[i + 1]!.at > start)
      gaps.push({ from: Math.max(start, sorted[i]!.at), to: sorted[i + 1]!.at });
  return gaps;
}

/** A logger's steps are nearly all the same: then that is the median, and nothing needs sorting. */
function medianOf(steps: Float64Array): number {
  const usual = steps[steps.length >> 1]!;
  let same = 0;
  for (let i = 0; i < steps.length; i++) if (steps[i] === usual) same += 1;
  return 2 * same > steps.length ? usual : Float64Array.from(steps).sort()[steps.length >> 1]!;
}

/**
 * Running integral of a rate (per day) over the timeline, Simpson's rule in each step with the temperature linear
 * inside it. The first value is 0; NaN from the first instant at which the rate is undefined.
 * @param plain the same without an offset, where it is known
 */
export function accumulate(
  line: Timeline,
  rate: (celsius: number) => number,
  offset = 0,
  plain: Float64Array | null = null,
): Float64Array {
  const { at, celsius, measuredTo } = line;
  const sum = new Float64Array(at.length);
  let first = 1;
  // What was measured is not shifted: it is taken over from the integral without an offset.
  if (plain) {
    const known = lastAtOrBefore(at, measuredTo);
    sum.set(plain.subarray(0, known + 1));
    first = known + 1;
  }
  let before = rate(celsius[first - 1]! + (at[first - 1]! >= measuredTo ? offset : 0));
  for (let i = first; i < at.length; i++) {
    const shift = at[i]! > measuredTo ? offset : 0;
    if (shift !== 0 && at[i - 1]! <= measuredTo) before = rate(celsius[i - 1]! + shift);
    const here = rate(celsius[i]! + shift);
    const middle = rate((celsius[i - 1]! + celsius[i]!) / 2 + shift);
    sum[i] = sum[i - 1]! + (((before + 4 * middle + here) / 6) * (at[i]! - at[i - 1]!)) / DAY_MS;
    before = here;
  }
  return sum;
}

/** Value of a running integral at an instant, linear inside the step. */
export function valueAt(line: Timeline, sum: Float64Array, time: number): number {
  const { at } = line;
  const i = lastAtOrBefore(at, time);
  if (i >= at.length - 1) return sum[at.length - 1]!;
  const u = (time - at[i]!) / (at[i + 1]! - at[i]!);
  return sum[i]! + u * (sum[i + 1]! - sum[i]!);
}

/** First instant at which a running integral reaches `target`; Infinity when it does not. */
export function crossing(line: Timeline, sum: Float64Array, target: number): number {
  const n = sum.length;
  if (!(sum[n - 1]! >= target)) {
    // NaN at the end: the rate became undefined; the crossing may still lie before that.
    if (!Number.isNaN(sum[n - 1]!)) return Number.POSITIVE_INFINITY;
  }
  let low = 0;
  let high = n - 1;
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (sum[mid]! < target) low = mid;
    else high = mid;
  }
  if (Number.isNaN(sum[high]!)) return Number.NaN;
  if (sum[low]! >= target) return line.at[low]!;
  const share = (target - sum[low]!) / (sum[high]! - sum[low]!);
  return line.at[low]! + share * (line.at[high]! - line.at[low]!);
}

function lastAtOrBefore(at: Float64Array, time: number): number {
  let low = 0;
  let high = at.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (at[mid]! <= time) low = mid + 1;
    else high = mid;
  }
  return Math.max(0, low - 1);
}
