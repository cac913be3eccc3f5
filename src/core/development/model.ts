import { z } from 'zod';
import { schema } from '../calculation';
import { plain } from '../quantities/format';

const range = z
  .strictObject({ low: z.number(), high: z.number() })
  .refine((r) => r.low < r.high, 'low must be below high')
  .optional();
const outside = z.enum(['refuse', 'hold']).optional();

/** How days to a stage depend on temperature. Every kind may state the `range` in which it was fitted. */
export const developmentModel = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('degreeDays'), sum: schema.positive, base: z.number(), range }),
  z.strictObject({ kind: z.literal('power'), a: z.number(), b: z.number(), alpha: z.number(), range }),
  z.strictObject({ kind: z.literal('exponential'), a: schema.positive, k: z.number(), range }),
  z.strictObject({
    kind: z.literal('table'),
    points: z
      .array(z.strictObject({ celsius: z.number(), days: schema.positive }))
      .min(2, 'needs at least two points')
      .superRefine((points, context) => {
        const seen = new Set<number>();
        points.forEach((p, i) => {
          if (seen.has(p.celsius))
            context.addIssue({
              code: 'custom',
              path: [i, 'celsius'],
              message: `stands twice in the table: ${plain(p.celsius)} °C`,
            });
          seen.add(p.celsius);
        });
      }),
    range,
    /**
     * What happens off the table's ends: refuse (default), or hold the end's rate for the few degrees that a clock is
     * carried on (`ownRules.clockBeyond`), and say so.
     */
    outside,
  }),
]);
export type DevelopmentModel = z.output<typeof developmentModel>;

/** Temperatures beyond these are not water that holds eggs: a typing error or a broken probe. */
export const WATER_CELSIUS = { low: -3, high: 45 } as const;

/**
 * Compiles a model to a rate function: share of the stage passed per day at a temperature (1/days). Outside a table
 * (or at or below alpha of a power curve) it gives NaN, which callers refuse by name; a table that holds gives the
 * end's rate.
 */
export function rateFunction(model: DevelopmentModel): (celsius: number) => number {
  switch (model.kind) {
    case 'degreeDays': {
      const { sum, base } = model;
      return (t) => (t > base ? (t - base) / sum : 0);
    }
    case 'power': {
      const { a, b, alpha } = model;
      return (t) => (t > alpha ? 10 ** -(a + b * Math.log10(t - alpha)) : Number.NaN);
    }
    case 'exponential': {
      const { a, k } = model;
      return (t) => Math.exp(k * t) / a;
    }
    case 'table':
      return tableRate(model.points, model.outside ?? 'refuse');
  }
}

/**
 * Monotone cubic (Fritsch and Carlson 1980) on log days against temperature, so that no wiggle makes warmer slower
 * between two points.
 */
function tableRate(
  points: readonly { celsius: number; days: number }[],
  outside: 'refuse' | 'hold',
): (celsius: number) => number {
  const sorted = [...points].sort((p, q) => p.celsius - q.celsius);
  const x = sorted.map((p) => p.celsius);
  const y = sorted.map((p) => Math.log(p.days));
  const n = x.length;
  for (let i = 1; i < n; i++) if (x[i] === x[i - 1]) throw new RangeError(`the table has ${x[i]} °C twice`);
  const slope = x.slice(1).map((xi, i) => (y[i + 1]! - y[i]!) / (xi - x[i]!));
  const tangent = new Array<number>(n).fill(0);
  tangent[0] = slope[0]!;
  tangent[n - 1] = slope[n - 2]!;
  for (let i = 1; i < n - 1; i++) tangent[i] = slope[i - 1]! * slope[i]! <= 0 ? 0 : (slope[i - 1]! + slope[i]!) / 2;
  for (let i = 0; i < n - 1; i++) {
    if (slope[i] === 0) {
      tangent[i] = 0;
      tangent[i + 1] = 0;
      continue;
    }
    const a = tangent[i]! / slope[i]!;
    const b = tangent[i + 1]! / slope[i]!;
    const s = a * a + b * b;
    if (s > 9) {
      const tau = 3 / Math.sqrt(s);
      tangent[i] = tau * a * slope[i]!;
      tangent[i + 1] = tau * b * slope[i]!;
    }
  }
  const first = x[0]!;
  const last = x[n - 1]!;
  return (celsius) => {
    let t = celsius;
    if (t < first || t > last) {
      if (outside === 'refuse') return Number.NaN;
      t = t < first ? first : last;
    }
    let i = 0;
    while (i < n - 2 && t > x[i + 1]!) i += 1;
    const h = x[i + 1]! - x[i]!;
    const u = (t - x[i]!) / h;
    const u2 = u * u;
    const u3 = u2 * u;
    const logDays =
      (2 * u3 - 3 * u2 + 1) * y[i]! +
      (u3 - 2 * u2 + u) * h * tangent[i]! +
      (-2 * u3 + 3 * u2) * y[i + 1]! +
      (u3 - u2) * h * tangent[i + 1]!;
    return Math.exp(-logDays);
  };
}

/**
 * Phases whose sums cannot follow one another: one that counts from fertilisation must take longer than the one before
 * it, wherever both have a value.
 * @returns the position of the first that does not; -1 when all do
 */
export function disorderOf(
  phases: readonly { model: DevelopmentModel; factor?: number; sumFrom?: 'phase' | 'fertilisation' }[],
): number {
  return phases.findIndex((p, i) => {
    const before = phases[i - 1];
    if (!before || p.sumFrom !== 'fertilisation' || (i > 1 && before.sumFrom !== 'fertilisation')) return false;
    const [own, first] = [rateFunction(p.model), rateFunction(before.model)];
    const days = (rate: number, factor = 1) => (rate > 0 ? factor / rate : Number.NaN);
    let [shorter, compared] = [0, 0];
    for (let celsius = 1; celsius <= 30; celsius++) {
      const [a, b] = [days(own(celsius), p.factor), days(first(celsius), before.factor)];
      if (Number.isNaN(a) || Number.isNaN(b)) continue;
      compared += 1;
      if (a < b) shorter += 1;
    }
    return compared > 0 && shorter === compared;
  });
}

/** The range a model claims: its own, or a table's ends. */
export function modelRange(model: DevelopmentModel): { low: number; high: number } | undefined {
  if (model.range) return model.range;
  if (model.kind !== 'table') return undefined;
  const t = model.points.map((p) => p.celsius);
  return { low: Math.min(...t), high: Math.max(...t) };
}
