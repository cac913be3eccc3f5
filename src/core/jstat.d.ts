declare module 'jstat' {
  type Distribution<A extends unknown[]> = { cdf(x: number, ...a: A): number; inv(p: number, ...a: A): number };
  const jstat: {
    studentt: Distribution<[df: number]>;
    normal: Distribution<[mean: number, sd: number]>;
    beta: Distribution<[a: number, b: number]>;
    chisquare: Distribution<[df: number]>;
    gamma: Distribution<[shape: number, scale: number]>;
    gammaln(x: number): number;
    /** Regularised incomplete beta function. */
    ibeta(x: number, a: number, b: number): number;
  };
  export default jstat;
}
