import type { Model } from 'highs';
import { readiedSolver } from '../solver';

/**
 * Who may be crossed with whom, and how often: `allowed[f]` are the males open to female `f`, `need` of whom she takes,
 * each at most once; male `m` serves at most `caps[m]` females.
 */
export type Demand = { allowed: readonly (readonly number[])[]; need: number; caps: readonly number[] };

/**
 * Females that cannot all be served, with the males open to them; null where the demand can be met. By augmenting paths:
 * what is reached from a female who stays short is a set whose males are all taken (Hall 1935).
 */
export function bottleneck(d: Demand): { females: number[]; males: number[] } | null {
  const serves: Set<number>[] = d.caps.map(() => new Set());
  for (let f = 0; f < d.allowed.length; f++)
    for (let k = 0; k < d.need; k++) {
      // Each male by the female who asked for him, each further female by the male she would give up.
      const askedBy = new Map<number, number>();
      const givesUp = new Map<number, number>();
      const queue = [f];
      let free = -1;
      for (let q = 0; q < queue.length && free < 0; q++) {
        const female = queue[q]!;
        for (const m of d.allowed[female]!) {
          if (serves[m]!.has(female) || askedBy.has(m)) continue;
          askedBy.set(m, female);
          if (serves[m]!.size < d.caps[m]!) {
            free = m;
            break;
          }
          for (const other of serves[m]!)
            if (other !== f && !givesUp.has(other)) {
              givesUp.set(other, m);
              queue.push(other);
            }
        }
      }
      if (free < 0) {
        const males = new Set(queue.flatMap((x) => d.allowed[x]!));
        return { females: [...queue].sort((a, b) => a - b), males: [...males].sort((a, b) => a - b) };
      }
      for (let m = free; ; ) {
        const female = askedBy.get(m)!;
        serves[m]!.add(female);
        if (female === f) break;
        m = givesUp.get(female)!;
        serves[m]!.delete(female);
      }
    }
  return null;
}

const OPTIMAL = 7;

/**
 * The transport problem of a demand in a solver that keeps its place: solving again under other costs begins from the
 * last basis. Its corners are whole numbers (the matrix is totally unimodular), so the simplex method's optimum is one.
 */
export class Transport {
  /** Crosses open, as pairs; costs and solutions are in this order. */
  readonly pairs: { female: number; male: number }[];
  private readonly model: Model;
  private readonly usages: number;

  constructor(private readonly d: Demand) {
    const solver = readiedSolver();
    this.pairs = d.allowed.flatMap((males, female) => males.map((male) => ({ female, male })));
    const F = d.allowed.length;
    const n = this.pairs.length;
    // Behind the crosses: the first, second, … use of each male, so that later uses may cost more.
    const uses = d.caps.flatMap((cap, male) => Array.from({ length: cap }, () => male));
    this.usages = uses.length;
    const columns = n + uses.length;
    const starts = new Int32Array(columns + 1);
    const indices: number[] = [];
    const values: number[] = [];
    this.pairs.forEach((p, j) => {
      indices.push(p.female, F + p.male);
      values.push(1, 1);
      starts[j + 1] = indices.length;
    });
    uses.forEach((male, j) => {
      indices.push(F + male);
      values.push(-1);
      starts[n + j + 1] = indices.length;
    });
    const rows = F + d.caps.length;
    const bounds = Float64Array.from({ length: rows }, (_, r) => (r < F ? d.need : 0));
    this.model = solver.createModel({
      numCols: columns,
      numRows: rows,
      colCost: new Float64Array(columns),
      colLower: new Float64Array(columns),
      colUpper: new Float64Array(columns).fill(1),
      rowLower: bounds,
      rowUpper: bounds,
      matrix: {
        format: 'csc',
        numRows: rows,
        numCols: columns,
        starts,
        indices: Int32Array.from(indices),
        values: Float64Array.from(values),
      },
    });
    this.model.options.set({ output_flag: false, solver: 'simplex' });
  }

  /**
   * The cheapest crosses. @param costs of each pair  @param again of each further use of the same male: small against
   * the costs, it spreads work that would cost the same
   * @returns for each pair whether it is made
   * @throws Error where the solver did not prove an optimum
   */
  cheapest(costs: ArrayLike<number>, again = 0): boolean[] {
    const n = this.pairs.length;
    const all = new Float64Array(n + this.usages);
    for (let j = 0; j < n; j++) all[j] = costs[j]!;
    let at = n;
    for (const cap of this.d.caps) for (let u = 0; u < cap; u++) all[at++] = again * u;
    this.model.changeColsCost({ kind: 'range', from: 0, to: all.length - 1 }, all);
    const { modelStatus } = this.model.run();
    if (modelStatus !== OPTIMAL) throw new Error(`the solver ended without an optimum (status ${modelStatus})`);
    const { colValue } = this.model.getSolution();
    return Array.from({ length: n }, (_, j) => {
      const x = colValue[j]!;
      if (Math.abs(x - Math.round(x)) > 1e-6) throw new Error('the solver gave half a cross');
      return x > 0.5;
    });
  }

  dispose(): void {
    this.model.dispose();
  }
}
