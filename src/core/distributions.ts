/**
 * The few distributions that the core needs, by jstat, under names that say which tail.
 */
import jstat from 'jstat';

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

/** x with P(X <= x) = p for chi-square with df degrees of freedom. */
export function chiSquareQuantile(p: number, df: number): number {
  return jstat.chisquare.inv(p, df);
}

/** The 97.5 % point of the normal: half-width of a 95 % interval = Z95 standard deviations. */
export const Z95 = 1.959963984540054;
