/** Seeded randomness: the same seed gives the same season, simulation, test. */
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
  /** A Gamma draw of the given shape and mean (Marsaglia and Tsang 2000). */
  gamma(shape: number, mean: number): number {
    if (shape < 1) return this.gamma(shape + 1, mean) * ((shape + 1) / shape) * this.next() ** (1 / shape);
    const d = shape - 1 / 3;
    const c = 1 / Math.sqrt(9 * d);
    for (;;) {
      const x = this.normal();
      const v = (1 + c * x) ** 3;
      if (v > 0 && Math.log(1 - this.next()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return (d * v * mean) / shape;
    }
  }
  /** A count that is Poisson about a Gamma of the given shape: the negative binomial. */
  negativeBinomial(mean: number, shape: number): number {
    return mean <= 0 ? 0 : this.poisson(this.gamma(shape, mean));
  }
  /** Poisson: by multiplication while the mean is small, else by the sum of two halves' worth of a Gamma (Ahrens and Dieter 1974). */
  poisson(mean: number): number {
    if (mean < 20) {
      const limit = Math.exp(-mean);
      let k = 0;
      for (let p = this.next(); p > limit; p *= this.next()) k += 1;
      return k;
    }
    const m = Math.floor((7 / 8) * mean);
    const waited = this.gamma(m, m);
    if (waited <= mean) return m + this.poisson(mean - waited);
    let k = 0;
    for (let i = 0; i < m - 1; i++) if (this.next() < mean / waited) k += 1;
    return k;
  }
}
