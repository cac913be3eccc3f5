import { type DevelopmentModel, rateFunction } from './model';
import { accumulate, type Timeline, valueAt } from './timeline';

const keys = new WeakMap<DevelopmentModel, string>();

/** Equal models are one, whatever object they stand in; written out once for each. */
function keyOf(model: DevelopmentModel): string {
  let key = keys.get(model);
  if (key === undefined) {
    key = JSON.stringify(model);
    keys.set(model, key);
  }
  return key;
}

/**
 * A water with its running integrals, worked once for each clock and offset: all that stand in it share them, from
 * whatever day they came.
 */
export class Water {
  private readonly sums = new Map<string, Float64Array>();
  private readonly outsides = new Map<string, Float64Array>();

  constructor(readonly line: Timeline) {}

  /** Running integral of a model's rate; with an offset (°C) on everything that is forecast. */
  integral(model: DevelopmentModel, offset: number): Float64Array {
    const key = `${keyOf(model)} ${offset}`;
    let sum = this.sums.get(key);
    if (!sum) {
      sum = accumulate(this.line, rateFunction(model), offset, offset === 0 ? null : this.integral(model, 0));
      this.sums.set(key, sum);
    }
    return sum;
  }

  /** Running milliseconds that the water lies outside a range, measured and forecast alike. */
  private outside(range: { low: number; high: number }): Float64Array {
    const key = `${range.low} ${range.high}`;
    let sum = this.outsides.get(key);
    if (!sum) {
      const { at, celsius } = this.line;
      sum = new Float64Array(at.length);
      for (let i = 1; i < at.length; i++)
        sum[i] = sum[i - 1]! + shareOutside(celsius[i - 1]!, celsius[i]!, range) * (at[i]! - at[i - 1]!);
      this.outsides.set(key, sum);
    }
    return sum;
  }

  /** Milliseconds that the water lies outside a range between two instants. */
  outsideMs(range: { low: number; high: number }, from: number, to: number): number {
    if (to <= from) return 0;
    const sum = this.outside(range);
    return valueAt(this.line, sum, to) - valueAt(this.line, sum, from);
  }
}

/** Share of a straight step from a to b that lies below `low` or above `high`. */
function shareOutside(a: number, b: number, { low, high }: { low: number; high: number }): number {
  const [least, most] = a < b ? [a, b] : [b, a];
  if (most === least) return least < low || least > high ? 1 : 0;
  const inside = Math.max(0, Math.min(most, high) - Math.max(least, low));
  return 1 - inside / (most - least);
}
