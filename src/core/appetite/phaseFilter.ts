import { normalCdf } from '../distributions';
import { MOULTING } from './cycle';

/** How appetite runs through a moult cycle: shares of the cycle, from one moult to the next, and what is eaten in them. */
export type CycleShape = {
  /** Until here the shell is soft and hardly anything is eaten. */
  softUntil: number;
  /** Until here it hardens, and appetite comes back. */
  hardUntil: number;
  /** From here on they fast before the moult. */
  fastFrom: number;
  /** Of the plateau, eaten while soft. */
  softEats: number;
  /** Of the plateau, left at the end of the fast. */
  fastEats: number;
};

/** What the filter takes for granted of a tank; starting values, none of them published. `verify` */
export type CycleModel = {
  /** Days from moult to moult that are expected at this size and temperature. */
  cycleDays: (day: number) => number;
  /** Doubt of that, as a share. */
  cycleCv: number;
  shape: CycleShape;
  /** Wandering of the group's phase in a day, of a cycle. */
  wander: number;
  /** Scatter of what is eaten in a day, as a share of what is expected, and of the plateau. */
  scatter: number;
  floor: number;
  /** Growth of the plateau a day, and its own wandering. */
  plateauGrowth: number;
  plateauWander: number;
  /** A jump of temperature sets off a mass moult with this chance, when the group is hard. */
  jumpChance: number;
};

export const usualCycle: Omit<CycleModel, 'cycleDays'> = {
  cycleCv: MOULTING.cycleCv,
  shape: { softUntil: 0.1, hardUntil: 0.22, fastFrom: 0.9, softEats: 0.1, fastEats: 0.35 },
  wander: 0.012,
  scatter: 0.1,
  floor: 0.03,
  plateauGrowth: 0.005,
  plateauWander: 0.015,
  jumpChance: 0.7,
};

/** Bins of a cycle. */
const BINS = 96;
/** Spread of the animals' phases around the group's, in cycles: from all within a day to none in step. */
export const SPREADS = [0.02, 0.05, 0.1, 0.2, 0.35] as const;
/** From this spread on a group is not in step. */
export const OUT_OF_STEP = 0.2;
/** Steps of the cycle's length, in standard deviations. */
const LENGTHS = [-2, -4 / 3, -2 / 3, 0, 2 / 3, 4 / 3, 2] as const;
/** Points of less weight than this are let go: they change no answer. */
const LEAST_WEIGHT = 1e-10;
/** Of shells looked at, so many are taken for what they are not. */
const MISTAKEN = 0.03;
/** Points of the grid, and how many lengths of the cycle it has. */
export const LENGTHS_OF_GRID = LENGTHS.length;
export const POINTS = LENGTHS.length * SPREADS.length * BINS;
/** A day brings a group out of step by one degree with the first chance, into step with the second. */
const LOOSENS = 0.02;
const TIGHTENS = 0.004;

/** What one animal eats at a phase, of the plateau. */
export function appetiteAt(phase: number, s: CycleShape): number {
  if (phase < s.softUntil) return s.softEats;
  if (phase < s.hardUntil) return s.softEats + ((1 - s.softEats) * (phase - s.softUntil)) / (s.hardUntil - s.softUntil);
  if (phase < s.fastFrom) return 1;
  return 1 - ((1 - s.fastEats) * (phase - s.fastFrom)) / (1 - s.fastFrom);
}

/** Averages a function of the phase over a group around each bin, for each spread (wrapped normal). */
export function overGroup(of: (phase: number) => number): Float64Array[] {
  const fine = 8 * BINS;
  const values = Float64Array.from({ length: fine }, (_, k) => of((k + 0.5) / fine));
  return SPREADS.map((spread) => {
    const reach = Math.min(2, Math.ceil(4 * spread) + 1);
    const weights = new Float64Array(fine);
    for (let k = 0; k < fine; k++)
      for (let turn = -reach; turn <= reach; turn++) {
        const d = (k + 0.5) / fine - 0.5 / BINS + turn;
        weights[k]! += Math.exp(-0.5 * (d / spread) ** 2);
      }
    const all = weights.reduce((s, w) => s + w, 0);
    return Float64Array.from({ length: BINS }, (_, b) => {
      let sum = 0;
      for (let k = 0; k < fine; k++) sum += weights[k]! * values[(k + 8 * b) % fine]!;
      return sum / all;
    });
  });
}

export type DayEaten = { eatenG: number; sdG: number } | null;
export type Belief = {
  /** Shares of the animals that are soft, hardening, hard: now, by all that was seen. */
  soft: number;
  hardening: number;
  hard: number;
  /** Chance that the group moults in step. */
  inStep: number;
  /** Mean length of the group's phases as arrows: 1 all alike, 0 none. */
  synchrony: number;
  plateauG: number;
  plateauSdG: number;
  /** What will be eaten tomorrow if it is offered, g. */
  tomorrowG: number;
  /** Days to the group's next moult: middle and 95 % of the chance; null where the group is not in step. */
  nextDrop: { days: number; low: number; high: number } | null;
};

/**
 * The moult of a group, read from what it eats: phase, spread and length of the cycle on a grid, and on each of its points
 * the plateau as a normal variable (a Kalman filter for each, mixed where points flow together).
 */
export class PhaseFilter {
  private readonly points = POINTS;
  private weight = new Float64Array(this.points);
  private mean = new Float64Array(this.points);
  private variance = new Float64Array(this.points);
  private readonly appetite: Float64Array[];
  private readonly softShare: Float64Array[];
  private readonly hardeningShare: Float64Array[];

  /** @param firstG a first guess of the plateau, g a day, known to a half */
  constructor(
    private readonly m: CycleModel,
    firstG: number,
  ) {
    this.appetite = overGroup((p) => appetiteAt(p, m.shape));
    this.softShare = overGroup((p) => Number(p < m.shape.softUntil));
    this.hardeningShare = overGroup((p) => Number(p >= m.shape.softUntil && p < m.shape.hardUntil));
    const prior = LENGTHS.map((z) => Math.exp(-0.5 * z * z));
    const all = prior.reduce((s, w) => s + w, 0) * SPREADS.length * BINS;
    for (let i = 0; i < this.points; i++) {
      this.weight[i] = prior[Math.floor(i / (SPREADS.length * BINS))]! / all;
      this.mean[i] = firstG;
      this.variance[i] = (firstG / 2) ** 2;
    }
  }

  private daysOf(length: number, day: number): number {
    return this.m.cycleDays(day) * Math.exp(this.m.cycleCv * LENGTHS[length]!);
  }

  /**
   * One day on: the group moves along its cycle, then what it ate is weighed in.
   * @param jumped the water's temperature jumped the day before
   */
  step(day: number, eaten: DayEaten, jumped: boolean): void {
    this.move(day);
    if (jumped) this.setOff(day);
    if (eaten) this.weigh(eaten);
  }

  private move(day: number): void {
    const { plateauGrowth, plateauWander, wander } = this.m;
    const w = new Float64Array(this.points);
    const sum = new Float64Array(this.points);
    const square = new Float64Array(this.points);
    for (let l = 0; l < LENGTHS.length; l++) {
      const kernel = kernelOf(BINS / this.daysOf(l, day), BINS * wander);
      for (let s = 0; s < SPREADS.length; s++) {
        const from = (l * SPREADS.length + s) * BINS;
        const wider = s + 1 < SPREADS.length ? LOOSENS : 0;
        const closer = s > 0 ? TIGHTENS : 0;
        for (let b = 0; b < BINS; b++) {
          const own = this.weight[from + b]!;
          if (own < LEAST_WEIGHT) continue;
          const mean = this.mean[from + b]! * (1 + plateauGrowth);
          const variance = this.variance[from + b]! * (1 + plateauGrowth) ** 2 + (plateauWander * mean) ** 2;
          const moment = variance + mean * mean;
          for (let k = 0; k < kernel.shares.length; k++) {
            const to = from + ((b + kernel.from + k) % BINS);
            const flow = own * kernel.shares[k]!;
            const stays = flow * (1 - wider - closer);
            w[to]! += stays;
            sum[to]! += stays * mean;
            square[to]! += stays * moment;
            if (wider > 0) {
              w[to + BINS]! += flow * wider;
              sum[to + BINS]! += flow * wider * mean;
              square[to + BINS]! += flow * wider * moment;
            }
            if (closer > 0) {
              w[to - BINS]! += flow * closer;
              sum[to - BINS]! += flow * closer * mean;
              square[to - BINS]! += flow * closer * moment;
            }
          }
        }
      }
    }
    for (let i = 0; i < this.points; i++) {
      if (w[i]! <= 0) continue;
      const mean = sum[i]! / w[i]!;
      this.mean[i] = mean;
      this.variance[i] = Math.max(1e-12, square[i]! / w[i]! - mean * mean);
    }
    this.weight = w;
  }

  /** A jump of temperature: a group that is hard moults about a day later, all together, with the model's chance. */
  private setOff(day: number): void {
    const { jumpChance, shape } = this.m;
    const moved: { to: number; w: number; mean: number; variance: number }[] = [];
    for (let l = 0; l < LENGTHS.length; l++) {
      const before = Math.floor(BINS * Math.max(0, 1 - 1 / this.daysOf(l, day)));
      for (let s = 0; s < SPREADS.length; s++)
        for (let b = 0; b < BINS; b++) {
          const phase = (b + 0.5) / BINS;
          if (phase < shape.hardUntil || b >= before) continue;
          const i = (l * SPREADS.length + s) * BINS + b;
          const w = this.weight[i]! * jumpChance;
          this.weight[i]! -= w;
          moved.push({ to: l * SPREADS.length * BINS + before, w, mean: this.mean[i]!, variance: this.variance[i]! });
        }
    }
    for (const x of moved) {
      const w = this.weight[x.to]! + x.w;
      if (w <= 0) continue;
      const [a, b] = [this.weight[x.to]! / w, x.w / w];
      const mean = a * this.mean[x.to]! + b * x.mean;
      this.variance[x.to] =
        a * (this.variance[x.to]! + (this.mean[x.to]! - mean) ** 2) + b * (x.variance + (x.mean - mean) ** 2);
      this.mean[x.to] = mean;
      this.weight[x.to] = w;
    }
  }

  private weigh({ eatenG, sdG }: { eatenG: number; sdG: number }): void {
    const { scatter, floor } = this.m;
    const log = new Float64Array(this.points);
    let top = Number.NEGATIVE_INFINITY;
    for (let i = 0; i < this.points; i++) {
      if (this.weight[i]! <= 0) {
        log[i] = Number.NEGATIVE_INFINITY;
        continue;
      }
      const a = this.appetite[Math.floor(i / BINS) % SPREADS.length]![i % BINS]!;
      const [p, v] = [this.mean[i]!, this.variance[i]!];
      const noise = (scatter * a * p) ** 2 + (floor * p) ** 2 + sdG ** 2;
      const spread = a * a * v + noise;
      const off = eatenG - a * p;
      log[i] = Math.log(this.weight[i]!) - 0.5 * Math.log(spread) - (0.5 * off * off) / spread;
      top = Math.max(top, log[i]!);
      const gain = (a * v) / spread;
      // A plateau below nothing cannot be: the least is a hundredth of what was thought.
      this.mean[i] = Math.max(0.01 * p, p + gain * off);
      this.variance[i] = Math.max(1e-12, (1 - gain * a) * v);
    }
    let all = 0;
    for (let i = 0; i < this.points; i++) {
      this.weight[i] = Math.exp(log[i]! - top);
      all += this.weight[i]!;
    }
    for (let i = 0; i < this.points; i++) this.weight[i]! /= all;
  }

  /** Shells looked at: so many soft, hardening, hard of a sample (multinomial), each by its share of the group. */
  look({ soft, hardening, hard }: { soft: number; hardening: number; hard: number }): void {
    const log = new Float64Array(this.points).fill(Number.NEGATIVE_INFINITY);
    let top = Number.NEGATIVE_INFINITY;
    // Somebody mistakes some: no sample rules a phase out.
    const told = (share: number) => Math.log(MISTAKEN / 3 + (1 - MISTAKEN) * share);
    for (let i = 0; i < this.points; i++) {
      if (this.weight[i]! <= 0) continue;
      const s = Math.floor(i / BINS) % SPREADS.length;
      const [a, b] = [this.softShare[s]![i % BINS]!, this.hardeningShare[s]![i % BINS]!];
      log[i] = Math.log(this.weight[i]!) + soft * told(a) + hardening * told(b) + hard * told(Math.max(0, 1 - a - b));
      top = Math.max(top, log[i]!);
    }
    let all = 0;
    for (let i = 0; i < this.points; i++) {
      this.weight[i] = Math.exp(log[i]! - top);
      all += this.weight[i]!;
    }
    for (let i = 0; i < this.points; i++) this.weight[i]! /= all;
  }

  /** What is believed now. @param day whose temperature goes on from here */
  belief(day: number): Belief {
    let [soft, hardening, inStep, synchrony, plateau, square, tomorrow] = [0, 0, 0, 0, 0, 0, 0];
    for (let i = 0; i < this.points; i++) {
      const w = this.weight[i]!;
      if (w <= 0) continue;
      const s = Math.floor(i / BINS) % SPREADS.length;
      const b = i % BINS;
      soft += w * this.softShare[s]![b]!;
      hardening += w * this.hardeningShare[s]![b]!;
      if (SPREADS[s]! < OUT_OF_STEP) inStep += w;
      synchrony += w * Math.exp(-2 * (Math.PI * SPREADS[s]!) ** 2);
      plateau += w * this.mean[i]!;
      square += w * (this.variance[i]! + this.mean[i]! ** 2);
      const ahead = Math.round(BINS / this.daysOf(Math.floor(i / (SPREADS.length * BINS)), day));
      tomorrow += w * this.mean[i]! * this.appetite[s]![(b + ahead) % BINS]!;
    }
    return {
      soft,
      hardening,
      hard: 1 - soft - hardening,
      inStep,
      synchrony,
      plateauG: plateau,
      plateauSdG: Math.sqrt(Math.max(0, square - plateau * plateau)),
      tomorrowG: tomorrow,
      nextDrop: inStep > 0.5 ? this.nextDrop(day) : null,
    };
  }

  /** Days until the middle of the group moults, over all points that are in step (first passage, as a normal). */
  private nextDrop(day: number): { days: number; low: number; high: number } {
    const parts: { w: number; days: number; sd: number }[] = [];
    for (let i = 0; i < this.points; i++) {
      const w = this.weight[i]!;
      if (w < 1e-7 || SPREADS[Math.floor(i / BINS) % SPREADS.length]! >= OUT_OF_STEP) continue;
      const cycle = this.daysOf(Math.floor(i / (SPREADS.length * BINS)), day);
      const left = 1 - ((i % BINS) + 0.5) / BINS;
      const passing = Math.sqrt(left * cycle) * cycle * this.m.wander;
      // A bin is as wide as it is, and so is the step from one length to the next.
      const bin = cycle / BINS / Math.sqrt(12);
      const length = (left * cycle * this.m.cycleCv * (LENGTHS[1] - LENGTHS[0])) / Math.sqrt(12);
      parts.push({ w, days: left * cycle, sd: Math.hypot(passing, bin, length) });
    }
    const all = parts.reduce((s, p) => s + p.w, 0);
    const at = (q: number) => {
      let [low, high] = [0, 4 * Math.max(...parts.map((p) => p.days))];
      for (let k = 0; k < 50; k++) {
        const mid = (low + high) / 2;
        const below = parts.reduce((s, p) => s + p.w * normalCdf((mid - p.days) / p.sd), 0) / all;
        if (below < q) low = mid;
        else high = mid;
      }
      return (low + high) / 2;
    };
    return { days: at(0.5), low: at(0.025), high: at(0.975) };
  }
}

/** Shares of a bin's weight that move by so many bins and more: a normal step, cut at three deviations. */
function kernelOf(shift: number, sd: number): { from: number; shares: Float64Array } {
  const from = Math.max(0, Math.floor(shift - 3 * sd));
  const to = Math.ceil(shift + 3 * sd);
  const shares = Float64Array.from(
    { length: to - from + 1 },
    (_, k) => normalCdf((from + k + 0.5 - shift) / sd) - normalCdf((from + k - 0.5 - shift) / sd),
  );
  const all = shares.reduce((sum, x) => sum + x, 0);
  return { from, shares: shares.map((x) => x / all) };
}
