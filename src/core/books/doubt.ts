/**
 * Doubt as loadings on error sources. A source is one measurement's error (mean 0) or the unseen loss of one holding
 * (mean and sd per day). A holding's number is its books' value plus Σ coefficient · source; so variances and
 * covariances of any sums of holdings follow from the coefficients.
 */
export type ErrorSource = {
  id: string;
  /** Standard deviation of one unit of the source. */
  sd: number;
  /** Expected value: 0 for measurements; for drift the expected loss per animal and day, negative in effect. */
  mean: number;
  df: number | null;
};

/** Coefficients by source id. */
export type Loadings = ReadonlyMap<string, number>;
export type Sources = ReadonlyMap<string, ErrorSource>;

export const noLoadings: Loadings = new Map();

/** a + factor · b, without zero entries. */
export function addLoadings(a: Loadings, b: Loadings, factor = 1): Map<string, number> {
  const sum = new Map(a);
  for (const [id, c] of b) {
    const v = (sum.get(id) ?? 0) + factor * c;
    if (Math.abs(v) < 1e-9) sum.delete(id);
    else sum.set(id, v);
  }
  return sum;
}

export function scaleLoadings(a: Loadings, factor: number): Map<string, number> {
  return addLoadings(noLoadings, a, factor);
}

function sourceOf(sources: Sources, id: string): ErrorSource {
  const s = sources.get(id);
  if (!s) throw new Error(`books: no error source ${id}`);
  return s;
}

export function varianceOf(loadings: Loadings, sources: Sources): number {
  let v = 0;
  for (const [id, c] of loadings) v += (c * sourceOf(sources, id).sd) ** 2;
  return v;
}

export const sdOf = (loadings: Loadings, sources: Sources) => Math.sqrt(varianceOf(loadings, sources));

/** Covariance of two numbers that share sources. */
export function covarianceOf(a: Loadings, b: Loadings, sources: Sources): number {
  const [small, large] = a.size <= b.size ? [a, b] : [b, a];
  let v = 0;
  for (const [id, c] of small) {
    const d = large.get(id);
    if (d !== undefined) v += c * d * sourceOf(sources, id).sd ** 2;
  }
  return v;
}

/** Expected shift of a number by the sources that have a mean (unseen loss). */
export function meanShift(loadings: Loadings, sources: Sources): number {
  let m = 0;
  for (const [id, c] of loadings) m += c * sourceOf(sources, id).mean;
  return m;
}
