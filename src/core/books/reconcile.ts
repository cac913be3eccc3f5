import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { chiSquareUpper } from '../distributions';
import { decimals } from '../quantities/format';
import { Z95 } from '../quantities/interval';

const point = z.strictObject({
  id: z.string().min(1, 'needs a name'),
  /** The points that this one's animals came from, with the number that came from each; none for the start. */
  from: z.array(z.strictObject({ id: z.string(), share: z.number().gt(0).max(1).default(1) })).default([]),
  /** Known losses between the sources and this point: picked, dead, culled, sold. */
  knownLoss: schema.nonNegative.default(0),
  /** Unseen loss expected on the way, and how far off that may be. */
  unseen: z.strictObject({ expected: schema.nonNegative, sd: schema.positive }).optional(),
  count: z.strictObject({ number: schema.nonNegative, sd: schema.positive }).optional(),
});
type Point = z.output<typeof point>;

/**
 * Weighted least squares over a line of descent: unknowns are the true numbers at the points; each count is an equation
 * with its sd, each mass balance (number = Σ share · number at source − known loss − unseen loss) one with the sd of the
 * unseen loss. Where nothing is said of the unseen loss there is no such equation: the counts alone decide. Points must be
 * named before they are used as sources.
 *
 * @returns `untied`: the position of a point of which no count tells anything
 */
export function reconcilePoints(points: readonly Point[]) {
  const index = new Map(points.map((p, i) => [p.id, i]));
  const n = points.length;
  const rows: { a: Map<number, number>; y: number; sd: number; count?: string }[] = [];
  for (const [i, p] of points.entries()) {
    if (p.count) rows.push({ a: new Map([[i, 1]]), y: p.count.number, sd: p.count.sd, count: p.id });
    if (p.from.length === 0 || !p.unseen) continue;
    const a = new Map([[i, 1]]);
    for (const f of p.from) a.set(index.get(f.id)!, (a.get(index.get(f.id)!) ?? 0) - f.share);
    rows.push({ a, y: -p.knownLoss - p.unseen.expected, sd: p.unseen.sd });
  }
  const untied = undetermined(rows, n);
  if (untied >= 0) return { untied };
  const normal = Array.from({ length: n }, () => new Float64Array(n));
  const right = new Float64Array(n);
  for (const r of rows)
    for (const [i, x] of r.a) {
      right[i]! += (x * r.y) / r.sd ** 2;
      for (const [j, y] of r.a) normal[i]![j]! += (x * y) / r.sd ** 2;
    }
  const inverse = invert(normal);
  if (!inverse) return { untied: 0 };
  const value = inverse.map((row) => row.reduce((s, v, j) => s + v * right[j]!, 0));
  const residuals = rows
    .filter((r) => r.count)
    .map((r) => {
      const [i] = [...r.a.keys()] as [number];
      const variance = r.sd ** 2 - inverse[i]![i]!;
      const residual = r.y - value[i]!;
      // A count that alone fixes its point has no residual to speak of.
      return { id: r.count!, residual, normalised: variance > 1e-9 * r.sd ** 2 ? residual / Math.sqrt(variance) : 0 };
    });
  const chiSquare = rows.reduce(
    (s, r) => s + ((r.y - [...r.a].reduce((t, [i, x]) => t + x * value[i]!, 0)) / r.sd) ** 2,
    0,
  );
  return {
    untied: undefined,
    value,
    inverse,
    residuals,
    chiSquare,
    df: rows.length - n,
  };
}

/**
 * The first unknown that the equations leave open, whatever their doubts: one that no pivot falls on, or that hangs on
 * such a one. -1 when all are tied.
 */
function undetermined(rows: readonly { a: ReadonlyMap<number, number> }[], n: number): number {
  const m = rows.map((r) => Float64Array.from({ length: n }, (_, j) => r.a.get(j) ?? 0));
  const pivotRow = new Array<number>(n).fill(-1);
  let next = 0;
  for (let c = 0; c < n; c++) {
    let p = -1;
    for (let r = next; r < m.length; r++)
      if (Math.abs(m[r]![c]!) > TINY && (p < 0 || Math.abs(m[r]![c]!) > Math.abs(m[p]![c]!))) p = r;
    if (p < 0) continue;
    [m[next], m[p]] = [m[p]!, m[next]!];
    const d = m[next]![c]!;
    for (let k = 0; k < n; k++) m[next]![k]! /= d;
    for (let r = 0; r < m.length; r++) {
      const f = r === next ? 0 : m[r]![c]!;
      if (f !== 0) for (let k = 0; k < n; k++) m[r]![k]! -= f * m[next]![k]!;
    }
    pivotRow[c] = next;
    next += 1;
  }
  const free = pivotRow.flatMap((r, c) => (r < 0 ? [c] : []));
  return pivotRow.findIndex((r) => r < 0 || free.some((c) => Math.abs(m[r]![c]!) > TINY));
}
const TINY = 1e-9;

/** Gauss-Jordan with pivoting on a matrix brought to ones on its diagonal; null when it has no inverse. */
function invert(given: readonly Float64Array[]): number[][] | null {
  const n = given.length;
  const scale = given.map((row, i) => 1 / Math.sqrt(row[i]!));
  if (scale.some((x) => !Number.isFinite(x))) return null;
  const a = given.map((row, i) => [
    ...Array.from(row, (x, j) => x * scale[i]! * scale[j]!),
    ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0)),
  ]);
  for (let c = 0; c < n; c++) {
    let p = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(a[r]![c]!) > Math.abs(a[p]![c]!)) p = r;
    if (Math.abs(a[p]![c]!) <= 1e-14) return null;
    [a[c], a[p]] = [a[p]!, a[c]!];
    const d = a[c]![c]!;
    for (let k = 0; k < 2 * n; k++) a[c]![k]! /= d;
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const f = a[r]![c]!;
      if (f !== 0) for (let k = 0; k < 2 * n; k++) a[r]![k]! -= f * a[c]![k]!;
    }
  }
  return a.map((row, i) => row.slice(n).map((x, j) => x * scale[i]! * scale[j]!));
}

export const reconcile = defineCalculation({
  id: 'books.reconcile',
  title: 'The whole line at once',
  asks: 'All counts of a lot and its descendants together: what were the numbers, where were the losses, which count does not fit?',
  input: z.strictObject({
    points: z.array(point).min(1, 'needs at least one point').max(400, 'takes up to 400 points'),
  }),
  output: z.strictObject({
    points: z.array(
      z.strictObject({ id: z.string(), number: z.number(), sd: z.number(), low: z.number(), high: z.number() }),
    ),
    unexplained: z.array(z.strictObject({ id: z.string(), loss: z.number(), low: z.number(), high: z.number() })),
    worst: z.strictObject({ id: z.string(), normalisedResidual: z.number() }).nullable(),
    chiSquare: z.number(),
    pValue: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const seen = new Set<string>();
    for (const [k, p] of i.points.entries()) {
      if (seen.has(p.id)) throw new CalculationError('input', `points[${k}].id`, `${p.id} stands twice`);
      for (const f of p.from)
        if (!seen.has(f.id))
          throw new CalculationError('input', `points[${k}].from`, `${f.id} must be named before ${p.id}`);
      seen.add(p.id);
    }
    const r = reconcilePoints(i.points);
    if (r.untied !== undefined)
      throw new CalculationError(
        'input',
        `points[${r.untied}]`,
        `no count tells anything of ${i.points[r.untied]!.id}: count it, or say how much unseen loss is on the way to it`,
      );
    const sdAt = (k: number) => Math.sqrt(Math.max(0, r.inverse[k]![k]!));
    const points = i.points.map((p, k) => ({
      id: p.id,
      number: r.value[k]!,
      sd: sdAt(k),
      low: Math.max(0, r.value[k]! - Z95 * sdAt(k)),
      high: r.value[k]! + Z95 * sdAt(k),
    }));
    points.forEach((p, k) => {
      if (p.high < 0)
        throw new CalculationError(
          'input',
          `points[${k}].knownLoss`,
          `is more than can have come to ${p.id}: less than none would be left`,
        );
    });
    const index = new Map(i.points.map((p, k) => [p.id, k]));
    const unexplained = i.points.flatMap((p, k) => {
      if (p.from.length === 0) return [];
      const terms: [number, number][] = [[k, -1], ...p.from.map((f): [number, number] => [index.get(f.id)!, f.share])];
      const loss = terms.reduce((s, [j, x]) => s + x * r.value[j]!, 0) - p.knownLoss;
      const variance = terms.reduce(
        (s, [a, x]) => s + terms.reduce((t, [b, y]) => t + x * y * r.inverse[a]![b]!, 0),
        0,
      );
      const half = Z95 * Math.sqrt(Math.max(0, variance));
      return [{ id: p.id, loss, low: loss - half, high: loss + half }];
    });
    const worst = [...r.residuals].sort((a, b) => Math.abs(b.normalised) - Math.abs(a.normalised))[0];
    const pValue = r.df > 0 ? chiSquareUpper(r.chiSquare, r.df) : 1;
    const warnings =
      worst && Math.abs(worst.normalised) > 3
        ? [`the count at ${worst.id} does not fit the others: look at it first`]
        : [];
    return {
      points,
      unexplained,
      worst: worst ? { id: worst.id, normalisedResidual: worst.normalised } : null,
      chiSquare: r.chiSquare,
      pValue,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'minimise Σ((count − number)/sd)² + Σ((number − Σ share·number before + known + expected unseen)/sd)²',
    steps: i.points.flatMap((p, k) => {
      const name = `n${k + 1}`;
      const steps = [
        {
          name,
          says: `${p.id}, as all counts together say`,
          expression: String(o.points[k]!.number),
          value: o.points[k]!.number,
        },
      ];
      const loss = o.unexplained.find((u) => u.id === p.id);
      if (loss) {
        const before = p.from.map((f) => `${f.share} * n${i.points.findIndex((q) => q.id === f.id) + 1}`).join(' + ');
        steps.push({
          name: `loss${k + 1}`,
          says: `unexplained on the way to ${p.id}`,
          expression: `${before} - ${name} - ${p.knownLoss}`,
          value: loss.loss,
        });
      }
      return steps;
    }),
    notes: [`χ² ${decimals(o.chiSquare, 2)}, p ${decimals(o.pValue, 3)}.`],
  }),
  source:
    'Weighted least squares under mass balance; normalised residuals as in Baarda 1968, A Testing Procedure for Use in Geodetic Networks',
  validWhen: 'Counts are independent of one another; shares of a split are known.',
  cautions: ['The count that fits least is where to look, not by itself the one that is wrong.'],
  example: {
    points: [
      { id: 'laid down', count: { number: 61500, sd: 2660 } },
      {
        id: 'ponded',
        from: [{ id: 'laid down' }],
        knownLoss: 9000,
        unseen: { expected: 500, sd: 500 },
        count: { number: 49500, sd: 1500 },
      },
      {
        id: 'graded',
        from: [{ id: 'ponded' }],
        knownLoss: 1200,
        unseen: { expected: 1500, sd: 1000 },
        count: { number: 45800, sd: 400 },
      },
    ],
  },
});
