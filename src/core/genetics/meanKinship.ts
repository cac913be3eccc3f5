import type { Transport } from './transport';

/** Parents and their kinship: females first, then males, in one square matrix; shares of the eggs by female. */
export type Parents = { kinship: readonly ArrayLike<number>[]; shares: readonly number[]; males: number };

/** Group coancestry of offspring by what each male gives (each sex together a half). */
class Coancestry {
  /** Of the females among themselves, and of each male with the females, by their shares. */
  private readonly females: number;
  private readonly withFemales: Float64Array;
  constructor(private readonly p: Parents) {
    const F = p.shares.length;
    let own = 0;
    this.withFemales = new Float64Array(p.males);
    for (let f = 0; f < F; f++) {
      for (let g = 0; g < F; g++) own += (p.shares[f]! / 2) * (p.shares[g]! / 2) * p.kinship[f]![g]!;
      for (let m = 0; m < p.males; m++)
        this.withFemales[m] = this.withFemales[m]! + (p.shares[f]! / 2) * p.kinship[f]![F + m]!;
    }
    this.females = own;
  }

  /** Half the gradient: kinship of each male with all parents, by what they give. */
  slope(c: ArrayLike<number>): Float64Array {
    const F = this.p.shares.length;
    return Float64Array.from(this.withFemales, (w, m) => {
      const row = this.p.kinship[F + m]!;
      let s = w;
      for (let j = 0; j < this.p.males; j++) s += row[F + j]! * c[j]!;
      return s;
    });
  }

  of(c: ArrayLike<number>): number {
    const s = this.slope(c);
    let sum = this.females;
    for (let m = 0; m < this.p.males; m++) sum += c[m]! * (s[m]! + this.withFemales[m]!);
    return sum;
  }

  /** d′Qd: how it bends along a direction. */
  bend(d: ArrayLike<number>): number {
    const F = this.p.shares.length;
    let sum = 0;
    for (let m = 0; m < this.p.males; m++) {
      if (d[m] === 0) continue;
      const row = this.p.kinship[F + m]!;
      for (let j = 0; j < this.p.males; j++) sum += d[m]! * d[j]! * row[F + j]!;
    }
    return sum;
  }
}

const ROUNDS = 400;
/** Whole plans that are improved. */
const STARTS = 8;
/** The search for the bound ends when so little of the coancestry could still be gained. */
const CLOSE = 1e-5;

/**
 * Crosses of least group coancestry. Over plans that may share crosses out in any parts the least is found by pairwise
 * Frank-Wolfe steps (Lacoste-Julien and Jaggi 2015), whose gap bounds it from below; whole plans are its corners,
 * improved by moving single crosses between males.
 * @returns the plan, its group coancestry, and the proven bound under which no plan can come
 */
export function leastCoancestry(
  p: Parents,
  transport: Transport,
  need: number,
  caps: readonly number[],
): { made: boolean[]; value: number; bound: number } {
  const g = new Coancestry(p);
  const { pairs } = transport;
  const unit = pairs.map(({ female }) => p.shares[female]! / 2 / need);
  const given = (made: readonly boolean[]) => {
    const c = new Float64Array(p.males);
    made.forEach((x, j) => {
      if (x) c[pairs[j]!.male] = c[pairs[j]!.male]! + unit[j]!;
    });
    return c;
  };
  const towards = (slope: ArrayLike<number>) => {
    const costs = pairs.map(({ male }, j) => slope[male]! * unit[j]!);
    const scale = 1e4 / Math.max(1e-300, ...costs.map(Math.abs));
    return transport.cheapest(costs.map((x) => x * scale));
  };
  const along = (a: ArrayLike<number>, b: ArrayLike<number>) => {
    let s = 0;
    for (let m = 0; m < p.males; m++) s += a[m]! * b[m]!;
    return s;
  };

  const first = towards(g.slope(new Float64Array(p.males)));
  // Whole plans met on the way, best first: each is a place to improve from.
  const met = [{ made: first, value: g.of(given(first)) }];
  let bound = 0;
  const corners = [{ c: given(first), weight: 1 }];
  const c = given(first);
  for (let round = 0; round < ROUNDS; round++) {
    const slope = g.slope(c);
    const made = towards(slope);
    const corner = given(made);
    const value = g.of(corner);
    if (met.every((x) => Math.abs(x.value - value) > 1e-12)) {
      met.push({ made, value });
      met.sort((a, b) => a.value - b.value).splice(STARTS);
    }
    const gain = 2 * (along(slope, c) - along(slope, corner));
    const here = g.of(c);
    bound = Math.max(bound, here - gain);
    if (here - bound <= CLOSE * here) break;
    const away = corners.reduce((worst, x) => (along(slope, x.c) > along(slope, worst.c) ? x : worst));
    const d = Float64Array.from(corner, (x, m) => x - away.c[m]!);
    const bend = g.bend(d);
    const step = Math.min(away.weight, bend > 0 ? -along(slope, d) / bend : away.weight);
    if (!(step > 0)) break;
    for (let m = 0; m < p.males; m++) c[m] = c[m]! + step * d[m]!;
    away.weight -= step;
    const known = corners.find((x) => x.c.every((v, m) => Math.abs(v - corner[m]!) < 1e-15));
    if (known) known.weight += step;
    else corners.push({ c: corner, weight: step });
    const spent = corners.findIndex((x) => x.weight <= 1e-15);
    if (spent >= 0 && corners.length > 1) corners.splice(spent, 1);
  }
  const plans = met.map((x) => improved(p, g, transport, caps, unit, x.made));
  return { ...plans.reduce((best, x) => (x.value < best.value ? x : best)), bound };
}

/** Moves crosses to other males, one at a time or two in exchange, as long as that lowers the coancestry. */
function improved(
  p: Parents,
  g: Coancestry,
  { pairs }: Transport,
  caps: readonly number[],
  unit: readonly number[],
  from: readonly boolean[],
): { made: boolean[]; value: number } {
  const F = p.shares.length;
  const made = [...from];
  const serves = Array.from({ length: p.males }, () => new Set<number>());
  const c = new Float64Array(p.males);
  const of = p.shares.map(() => new Map<number, number>());
  const set = (j: number, to: boolean) => {
    const { female, male } = pairs[j]!;
    made[j] = to;
    if (to) serves[male]!.add(female);
    else serves[male]!.delete(female);
    c[male] = c[male]! + (to ? unit[j]! : -unit[j]!);
  };
  pairs.forEach((x, j) => {
    of[x.female]!.set(x.male, j);
    if (from[j]) set(j, true);
  });
  const Q = (x: number, y: number) => p.kinship[F + x]![F + y]!;
  /** What it changes when so much goes over from male a to male b. */
  const change = (slope: Float64Array, a: number, b: number, amount: number) =>
    2 * amount * (slope[b]! - slope[a]!) + amount ** 2 * (Q(a, a) + Q(b, b) - 2 * Q(a, b));
  for (let better = true; better; ) {
    better = false;
    for (const own of of)
      for (const [a, out] of own) {
        if (!made[out]) continue;
        const slope = g.slope(c);
        let least = -1e-15;
        let best: number[] = [];
        for (const [b, into] of own) {
          if (made[into]) continue;
          if (serves[b]!.size < caps[b]!) {
            const delta = change(slope, a, b, unit[out]!);
            if (delta < least) [least, best] = [delta, [out, into]];
          }
          // Another female who has b and not a gives b up for a: both stay as often used, by other amounts.
          for (const female of serves[b]!) {
            const theirs = of[female]!.get(b)!;
            const back = of[female]!.get(a);
            if (back === undefined || made[back]) continue;
            const delta = change(slope, a, b, unit[out]! - unit[theirs]!);
            if (delta < least) [least, best] = [delta, [out, into, theirs, back]];
          }
        }
        if (best.length === 0) continue;
        best.forEach((j, k) => {
          set(j, k % 2 === 1);
        });
        better = true;
      }
  }
  return { made, value: g.of(c) };
}
