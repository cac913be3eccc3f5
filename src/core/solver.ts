import loadHighs, { type Highs } from 'highs';

let solver: Highs | null = null;

/** Readies the solver: once for all that use it. */
export async function readySolver(): Promise<void> {
  solver ??= await loadHighs();
}

/** The solver. @throws Error where it was not readied */
export function readiedSolver(): Highs {
  if (!solver) throw new Error('readySolver() must come first');
  return solver;
}

/** A linear program some of whose unknowns are whole; all of them are at least nought. */
export type Program = {
  cost: readonly number[];
  most: readonly number[];
  whole: readonly boolean[];
  rows: readonly { terms: readonly (readonly [unknown: number, factor: number])[]; low?: number; high?: number }[];
};
export type Solved = {
  values: number[];
  cost: number;
  /** No solution costs less than this; equal to the cost where the optimum is proven. */
  bound: number;
};

/**
 * The cheapest solution of a program, or the best that was found in so many seconds, with how far it may be from the
 * cheapest; null where none was found.
 * @param known a solution to begin from: what is found is no worse
 */
export function cheapest(p: Program, seconds: number, known?: readonly number[]): Solved | null {
  const highs = readiedSolver();
  const n = p.cost.length;
  const starts = new Int32Array(p.rows.length + 1);
  const indices: number[] = [];
  const values: number[] = [];
  p.rows.forEach((r, k) => {
    for (const [j, v] of r.terms) {
      indices.push(j);
      values.push(v);
    }
    starts[k + 1] = indices.length;
  });
  return highs.withModel(
    {
      numCols: n,
      numRows: p.rows.length,
      colCost: Float64Array.from(p.cost),
      colLower: new Float64Array(n),
      colUpper: Float64Array.from(p.most),
      rowLower: Float64Array.from(p.rows, (r) => r.low ?? -highs.infinity),
      rowUpper: Float64Array.from(p.rows, (r) => r.high ?? highs.infinity),
      integrality: Int32Array.from(p.whole, Number),
      matrix: {
        format: 'csr',
        numRows: p.rows.length,
        numCols: n,
        starts,
        indices: Int32Array.from(indices),
        values: Float64Array.from(values),
      },
    },
    (model) => {
      model.options.set({ output_flag: false, time_limit: seconds, random_seed: 1 });
      if (known) model.setSolution({ colValue: Float64Array.from(known) });
      model.run();
      const found = model.raw.getInfoValue('primal_solution_status').value;
      if (Number(found) !== FEASIBLE) return null;
      const cost = model.getObjectiveValue();
      const mixed = p.whole.some(Boolean);
      const bound = mixed ? Number(model.raw.getInfoValue('mip_dual_bound').value) : cost;
      return { values: Array.from(model.getSolution().colValue), cost, bound: Math.min(bound, cost) };
    },
  );
}

/** HiGHS’s word for a solution that keeps all rows and bounds. */
const FEASIBLE = 2;
