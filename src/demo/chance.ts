/** Seeded randomness for the demo: the same anchor gives the same season. */
export class Chance {
  private state: number;
  constructor(seed: number) {
    this.state = seed >>> 0;
  }
  /** Uniform on [0, 1): mulberry32. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) >>> 0;
    let t = this.state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  }
  between(low: number, high: number): number {
    return low + (high - low) * this.next();
  }
  whole(low: number, high: number): number {
    return Math.floor(this.between(low, high + 1));
  }
  normal(mean = 0, sd = 1): number {
    return mean + sd * Math.sqrt(-2 * Math.log(1 - this.next())) * Math.cos(2 * Math.PI * this.next());
  }
  /** A count with the given mean, a little more scattered than Poisson, as picks are. */
  count(mean: number, scatter = 1.3): number {
    if (mean <= 0) return 0;
    if (mean < 12) {
      const limit = Math.exp(-mean);
      let k = 0;
      for (let p = this.next(); p > limit; p *= this.next()) k += 1;
      return k;
    }
    return Math.max(0, Math.round(this.normal(mean, Math.sqrt(mean) * scatter)));
  }
}
