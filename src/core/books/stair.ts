/** A number's loadings by error source: coefficient, and the source's standard deviation. */
export type Loads = ReadonlyMap<string, { c: number; sd: number }>;
/** What entered a stage. `first` orders stages by when the first came. */
export type Entered = { number: number; first: number; loads: Loads };

export const sdOfLoads = (loads: Loads): number =>
  Math.sqrt([...loads.values()].reduce((s, x) => s + (x.c * x.sd) ** 2, 0));

/** Covariance of two numbers by the sources that they share. */
export function sharedVariance(a: Loads, b: Loads): number {
  let v = 0;
  for (const [name, x] of a) v += x.c * (b.get(name)?.c ?? 0) * x.sd ** 2;
  return v;
}

/**
 * The part of what entered a stage of one lot that lives on in another, when of the `standing` animals `moved` went
 * over: entered · moved / standing, assuming equal survival of those that went and those that stayed. Its doubt is that
 * of the product and quotient to first order, source by source, so that what the three share cancels as it should: of a
 * lot moved whole it is the doubt of what entered.
 * @param standing number above 0
 */
export function attributed(
  entered: Entered,
  moved: Pick<Entered, 'number' | 'loads'>,
  standing: Pick<Entered, 'number' | 'loads'>,
): Entered {
  const f = moved.number / standing.number;
  const perHead = entered.number / standing.number;
  const loads = new Map<string, { c: number; sd: number }>();
  const add = (list: Loads, times: number) => {
    for (const [name, x] of list) loads.set(name, { c: (loads.get(name)?.c ?? 0) + times * x.c, sd: x.sd });
  };
  add(entered.loads, f);
  add(moved.loads, perHead);
  add(standing.loads, -f * perHead);
  return { number: entered.number * f, first: entered.first, loads };
}

/** Adds to what entered a stage: numbers and loadings are sums. */
export function addStage(stages: Map<string, Entered>, stage: string, more: Entered): void {
  const before = stages.get(stage);
  const loads = new Map(before?.loads);
  for (const [name, x] of more.loads) loads.set(name, { c: (loads.get(name)?.c ?? 0) + x.c, sd: x.sd });
  stages.set(stage, {
    number: (before?.number ?? 0) + more.number,
    first: Math.min(before?.first ?? Number.POSITIVE_INFINITY, more.first),
    loads,
  });
}

/** What is left of a number when a part of it is set aside, with its own doubt; null when nothing is left. */
export function without(entered: Entered, apart: Pick<Entered, 'number' | 'loads'>): Entered | null {
  if (entered.number - apart.number <= 0) return null;
  const loads = new Map(entered.loads);
  for (const [name, x] of apart.loads) loads.set(name, { c: (loads.get(name)?.c ?? 0) - x.c, sd: x.sd });
  return { number: entered.number - apart.number, first: entered.first, loads };
}

/**
 * The loadings, relative, of a product of ratios b/a: a source that stands above and below a line cancels as it should.
 * Their root of squares is the standard deviation of the product's logarithm.
 */
export function relativeOfProduct(ratios: readonly (readonly [a: Entered, b: Entered])[]): Loads {
  const loads = new Map<string, { c: number; sd: number }>();
  const add = (e: Entered, sign: number) => {
    for (const [name, x] of e.loads)
      loads.set(name, { c: (loads.get(name)?.c ?? 0) + (sign * x.c) / e.number, sd: x.sd });
  };
  for (const [a, b] of ratios) {
    add(a, -1);
    add(b, 1);
  }
  return loads;
}
