import type { Point } from '../development/timeline';
import { HOUR_MS } from '../time/spans';

/** An hour of a sensor: its mean, and how far its readings lay apart. */
export type HourMean = Point & { low: number; high: number };
export type Fault = {
  kind: 'spike' | 'stuck' | 'gap';
  from: number;
  to: number;
  /** Hours left out; for a gap, hours that were filled. */
  hours: number;
};

/** Hours on either side that an hour is compared with. */
const WINDOW = 3;
/** An hour is a spike only so far off its neighbours, and only for so many hours together: water that stays is water. */
const SPIKE_CELSIUS = 1.5;
const SPIKE_SPREADS = 6;
const SPIKE_HOURS = 3;
/** Makes the median absolute deviation of normal values their standard deviation. */
const MAD_TO_SD = 1.4826;
/** A probe that says the same to the last digit for so long, and far longer than it ever does, is stuck. */
const STUCK_HOURS = 18;
const STUCK_TIMES = 4;
/** Hours in which a probe must have moved before its standing still tells anything. */
const MOVED_HOURS = 24;
const GAP_TIMES = 3;

/**
 * Finds the hours that tell nothing of the water: spikes (far off the median of their neighbours, and gone again), a
 * stuck probe (the same to the last digit far longer than it ever was before), and gaps. What is left is to be joined on
 * straight lines; what was left out is told.
 */
export function cleanHours(hours: readonly HourMean[]): { kept: Point[]; faults: Fault[] } {
  const stuck = stuckRuns(hours);
  const out = new Uint8Array(hours.length);
  for (const [a, b] of stuck) out.fill(1, a, b + 1);
  const spikes = spikesOf(hours, out);
  for (const [a, b] of spikes) out.fill(1, a, b + 1);
  const kept = hours.filter((_, i) => !out[i]).map(({ at, celsius }) => ({ at, celsius }));
  const fault = (kind: Fault['kind'], [a, b]: readonly [number, number]): Fault => ({
    kind,
    from: hours[a]!.at - HOUR_MS / 2,
    to: hours[b]!.at + HOUR_MS / 2,
    hours: b - a + 1,
  });
  return {
    kept,
    faults: [...stuck.map((r) => fault('stuck', r)), ...spikes.map((r) => fault('spike', r)), ...gapsOf(hours)].sort(
      (a, b) => a.from - b.from,
    ),
  };
}

/** Runs of hours that say one value throughout, where that is far longer than this probe ever does otherwise. */
function stuckRuns(hours: readonly HourMean[]): [number, number][] {
  const runs: [number, number][] = [];
  const still = (k: number, value: number) => hours[k]!.low === value && hours[k]!.high === value;
  for (let i = 0; i < hours.length; ) {
    let j = i;
    const value = hours[i]!.low;
    if (!still(i, value)) {
      i += 1;
      continue;
    }
    while (j + 1 < hours.length && still(j + 1, value)) j += 1;
    runs.push([i, j]);
    i = j + 1;
  }
  const moved = hours.filter((h, i) => h.low !== h.high || (i > 0 && h.celsius !== hours[i - 1]!.celsius)).length;
  if (moved < MOVED_HOURS) return [];
  const long = (r: readonly [number, number]) => hours[r[1]]!.at - hours[r[0]]!.at + HOUR_MS;
  const lengths = runs.map(long).sort((a, b) => a - b);
  return runs.filter((r) => {
    // The longest run is held against the one before it: a spring that never moves has many long ones.
    const others = lengths.slice(0, -1);
    const usual = long(r) === lengths.at(-1) ? (others.at(-1) ?? HOUR_MS) : lengths.at(-1)!;
    return long(r) >= STUCK_HOURS * HOUR_MS && long(r) >= STUCK_TIMES * usual;
  });
}

/** Whether the hours around one lie so far apart that one of them may be a spike: most never do, and are done with. */
function uneven(hours: readonly HourMean[], i: number): boolean {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (let k = Math.max(0, i - WINDOW); k <= Math.min(hours.length - 1, i + WINDOW); k++) {
    const c = hours[k]!.celsius;
    if (c < low) low = c;
    if (c > high) high = c;
  }
  return high - low > SPIKE_CELSIUS;
}

function spikesOf(hours: readonly HourMean[], out: Uint8Array): [number, number][] {
  const off = new Uint8Array(hours.length);
  for (let i = 0; i < hours.length; i++) {
    if (out[i] || !uneven(hours, i)) continue;
    const near: number[] = [];
    for (let k = Math.max(0, i - WINDOW); k <= Math.min(hours.length - 1, i + WINDOW); k++)
      if (k !== i && !out[k] && Math.abs(hours[k]!.at - hours[i]!.at) <= (WINDOW + 1) * HOUR_MS)
        near.push(hours[k]!.celsius);
    if (near.length < WINDOW) continue;
    const middle = median(near);
    const spread = MAD_TO_SD * median(near.map((c) => Math.abs(c - middle)));
    if (Math.abs(hours[i]!.celsius - middle) > Math.max(SPIKE_CELSIUS, SPIKE_SPREADS * spread)) off[i] = 1;
  }
  const runs: [number, number][] = [];
  for (let i = 0; i < hours.length; i++) {
    if (!off[i]) continue;
    let j = i;
    while (j + 1 < hours.length && off[j + 1]) j += 1;
    if (j - i < SPIKE_HOURS) runs.push([i, j]);
    i = j;
  }
  return runs;
}

function gapsOf(hours: readonly HourMean[]): Fault[] {
  if (hours.length < 3) return [];
  const steps = hours.slice(1).map((h, i) => h.at - hours[i]!.at);
  const usual = median(steps);
  return steps.flatMap((s, i) =>
    s > GAP_TIMES * usual
      ? [{ kind: 'gap' as const, from: hours[i]!.at, to: hours[i + 1]!.at, hours: Math.round(s / HOUR_MS) }]
      : [],
  );
}

function median(list: readonly number[]): number {
  const sorted = [...list].sort((a, b) => a - b);
  const mid = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[mid]! : (sorted[mid - 1]! + sorted[mid]!) / 2;
}
