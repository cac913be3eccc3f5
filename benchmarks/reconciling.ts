import { type LinePoint, reconcileLine } from '@/core/books/line';
import { Chance } from '@/core/chance';
import type { Bound } from './run';

const COUNTS = 200;
const ROUNDS = 12;

/** A line of so many counts, each a step of the last with some unseen loss */
function line(chance: Chance): LinePoint[] {
  const points: LinePoint[] = [];
  let number = 100_000;
  for (let k = 0; k < COUNTS; k++) {
    number *= 0.995;
    points.push({
      id: `p${k}`,
      seq: k,
      at: k,
      what: k === 0 ? 'came' : 'counted',
      place: { lot: '1', unit: '1', stage: 'fry' },
      from: k === 0 ? [] : [{ id: `p${k - 1}`, share: 1 }],
      knownLoss: 0,
      ...(k === 0 ? {} : { unseen: { expected: 0.005 * number, sd: 0.01 * number } }),
      count: { number: Math.round(number * chance.normal(1, 0.03)), sd: 0.03 * number },
    });
  }
  return points;
}

/** One solve of equations of that size, as a textbook does it: elimination with pivots, then back. */
function solveOnce(n: number, chance: Chance): () => number {
  const base = Array.from({ length: n }, (_, i) =>
    Float64Array.from({ length: n + 1 }, (_, j) => (i === j ? n : chance.next())),
  );
  return () => {
    const a = base.map((r) => r.slice());
    for (let c = 0; c < n; c++) {
      let p = c;
      for (let r = c + 1; r < n; r++) if (Math.abs(a[r]![c]!) > Math.abs(a[p]![c]!)) p = r;
      [a[c], a[p]] = [a[p]!, a[c]!];
      const top = a[c]!;
      for (let r = c + 1; r < n; r++) {
        const f = a[r]![c]! / top[c]!;
        if (f !== 0) for (let k = c; k <= n; k++) a[r]![k]! -= f * top[k]!;
      }
    }
    const x = new Float64Array(n);
    for (let r = n - 1; r >= 0; r--) {
      let s = a[r]![n]!;
      for (let k = r + 1; k < n; k++) s -= a[r]![k]! * x[k]!;
      x[r] = s / a[r]![r]!;
    }
    return x[0]!;
  };
}

function median(work: () => unknown): number {
  const times: number[] = [];
  for (let k = -4; k < ROUNDS; k++) {
    const t = performance.now();
    work();
    if (k >= 0) times.push(performance.now() - t);
  }
  return times.sort((a, b) => a - b)[ROUNDS / 2]!;
}

/** All counts of a long line at once, with what each of the others says of it, against one solve of as many equations. */
export function reconcilingBench(): Bound[] {
  const chance = new Chance(12);
  const points = line(chance);
  const once = median(solveOnce(COUNTS, chance));
  const all = median(() => reconcileLine(points));
  return [
    {
      what: `reconciliation of ${COUNTS} counts, as many times one solve of its equations (${once.toFixed(1)} ms)`,
      value: all / once,
      unit: 'times',
      wanted: 10,
    },
  ];
}
