/**
 * The few distributions that the core needs, by jstat, under names that say which tail.
 */
import jstat from 'jstat';

const { exp, log } = Math;

/** P(T <= t) inverse for Student's t; p in (0, 1), df > 0; df = Infinity is the normal. */
export function studentQuantile(p: number, df: number): number {
  return Number.isFinite(df) ? jstat.studentt.inv(p, df) : normalQuantile(p);
}

/** Two-sided tail P(|T| > |t|). */
export function studentTwoSided(t: number, df: number): number {
  return 2 * (1 - jstat.studentt.cdf(Math.abs(t), df));
}

/** Standard normal quantile (Wichura 1988 would be finer; jstat's erfcinv is good to about 1e-9 here). */
export function normalQuantile(p: number): number {
  return jstat.normal.inv(p, 0, 1);
}

/** P(X <= x) for Beta(a, b). */
export function betaCdf(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  return jstat.beta.cdf(x, a, b);
}

/** P(X > x) for chi-square with df degrees of freedom. */
export function chiSquareUpper(x: number, df: number): number {
  if (df <= 0) return 1;
  return 1 - jstat.chisquare.cdf(x, df);
}

/** x with P(X <= x) = p for a Beta(a, b). */
export function betaQuantile(p: number, a: number, b: number): number {
  return jstat.beta.inv(p, a, b);
}

/** x with P(X <= x) = p for chi-square with df degrees of freedom. */
export function chiSquareQuantile(p: number, df: number): number {
  return jstat.chisquare.inv(p, df);
}

/** P(X <= x) for the standard normal. */
export function normalCdf(x: number): number {
  return jstat.normal.cdf(x, 0, 1);
}

/** P(X <= x) for a Gamma of this shape and scale; 0 for x <= 0. */
export function gammaCdf(x: number, shape: number, scale: number): number {
  return x <= 0 ? 0 : jstat.gamma.cdf(x, shape, scale);
}

/** ln P(X = y) for a count with mean m that is Poisson about a Gamma of shape k (variance m + m²/k); y >= 0 whole. */
export function negativeBinomialLog(y: number, m: number, k: number): number {
  if (m <= 0) return y === 0 ? 0 : Number.NEGATIVE_INFINITY;
  return binomialLog(y, k) + k * log(k / (k + m)) + y * log(m / (k + m));
}

/** Log of how many ways y may be drawn at shape k, (y + k - 1 over y): by the product where it is short, which is many times faster. */
function binomialLog(y: number, k: number): number {
  if (y > 60 || k > 1e4) return jstat.gammaln(y + k) - jstat.gammaln(k) - jstat.gammaln(y + 1);
  let ways = 1;
  for (let i = 0; i < y; i++) ways *= (k + i) / (i + 1);
  return log(ways);
}

/** Above this mean a count is so fine-grained that its quantiles are those of a Gamma with its mean and variance. */
const FINE = 150;

/** Smallest y with P(Y <= y) >= p for the count of `negativeBinomialLog`. */
export function negativeBinomialQuantile(p: number, m: number, k: number): number {
  if (m <= 0) return 0;
  if (m > FINE) {
    const variance = m + (m * m) / k;
    return Math.round(jstat.gamma.inv(p, (m * m) / variance, variance / m));
  }
  let term = exp(k * log(k / (k + m)));
  let sum = term;
  let y = 0;
  while (sum < p && y < 100 * (m + 10)) {
    term *= ((y + k) / (y + 1)) * (m / (k + m));
    y += 1;
    sum += term;
  }
  return y;
}
