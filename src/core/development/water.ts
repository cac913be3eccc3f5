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

  /** Milliseconds that the measured water lay outside a range since an instant. */
  outside(range: { low: number; high: number }, since: number): number {
    const key = `${range.low} ${range.high}`;
    const { at, celsius, measuredTo } = this.line;
    let sum = this.outsides.get(key);
    if (!sum) {
      sum = new Float64Array(at.length);
      for (let i = 1; i < at.length; i++)
        sum[i] =
          sum[i - 1]! +
          (at[i]! <= measuredTo && (celsius[i]! < range.low || celsius[i]! > range.high) ? at[i]! - at[i - 1]! : 0);
      this.outsides.set(key, sum);
    }
    return valueAt(this.line, sum, measuredTo) - valueAt(this.line, sum, since);
  }
}
