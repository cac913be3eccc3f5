import { normalCdf } from '../distributions';
import type { Sizes } from './sizes';

/** A grader as it sorts: the gaps of its bars, how wide a body is for its length, and how sharply a bar parts. */
export type Grader = {
  /** Gaps in millimetres, ascending. */
  bars: readonly number[];
  /** Body width over length. */
  widthPerLength: number;
  /** Difference in width between 25 and 75 % kept; 0 for a bar that never errs. */
  selectivityMm: number;
};

/** Share of fish of a body width that a bar keeps: a logistic curve, sharp where selectivity is 0. */
export function kept(widthMm: number, gapMm: number, selectivityMm: number): number {
  if (selectivityMm <= 0) return widthMm >= gapMm ? 1 : 0;
  return 1 / (1 + Math.exp((-2 * Math.log(3) * (widthMm - gapMm)) / selectivityMm));
}

/** Shares in which fish of one length go to the classes, smallest class first: they pass the bars from the widest down. */
export function classShares(mm: number, g: Grader): number[] {
  const out: number[] = new Array(g.bars.length + 1).fill(0);
  let left = 1;
  for (let b = g.bars.length - 1; b >= 0; b--) {
    const k = kept(mm * g.widthPerLength, g.bars[b]!, g.selectivityMm);
    out[b + 1] = left * k;
    left *= 1 - k;
  }
  out[0] = left;
  return out;
}

/** A class: its share, and the mean and spread of its lengths; null where nothing goes there. */
export type GradedClass = { share: number; meanMm: number | null; cv: number | null; meanCubedMm3: number };

/** Raw moments of a class: how many, and their lengths to the first, second and third power. */
type Moments = [number, number, number, number];

/** Where less than this goes it has no mean. */
const NOTHING = 1e-12;

function classOf([m0, m1, m2, m3]: Moments): GradedClass {
  if (m0 < NOTHING) return { share: Math.max(0, m0), meanMm: null, cv: null, meanCubedMm3: 0 };
  const mean = m1 / m0;
  return {
    share: m0,
    meanMm: mean,
    cv: Math.sqrt(Math.max(0, m2 / m0 - mean * mean)) / mean,
    meanCubedMm3: m3 / m0,
  };
}

/** Classes of lengths that are known one by one, or on a grid. */
export function gradeSizes(sizes: Sizes, g: Grader): GradedClass[] {
  const sums: Moments[] = Array.from({ length: g.bars.length + 1 }, () => [0, 0, 0, 0]);
  for (const [i, mm] of sizes.mm.entries()) {
    const w = sizes.share[i]!;
    for (const [c, s] of classShares(mm, g).entries()) {
      const m = sums[c]!;
      const x = w * s;
      m[0] += x;
      m[1] += x * mm;
      m[2] += x * mm * mm;
      m[3] += x * mm * mm * mm;
    }
  }
  return sums.map(classOf);
}

/** Nodes and weights of Gauss and Legendre's rule of eight points on [−1, 1]: Abramowitz and Stegun 1964, table 25.4. */
const GAUSS: readonly (readonly [number, number])[] = [
  [0.1834346424956498, 0.362683783378362],
  [0.525532409916329, 0.3137066458778873],
  [0.7966664774136267, 0.2223810344533745],
  [0.9602898564975363, 0.1012285362903763],
];
/** Standard deviations to either side that are integrated over. */
const REACH = 8;

/**
 * Classes of a normal distribution of lengths: in closed form where the bars are sharp, else by quadrature with panels
 * that are narrow where a bar parts.
 */
export function gradeNormal(meanMm: number, cv: number, g: Grader): GradedClass[] {
  const sd = meanMm * cv;
  const cuts = g.bars.map((b) => b / g.widthPerLength);
  if (g.selectivityMm <= 0) {
    const edges = [Number.NEGATIVE_INFINITY, ...cuts.map((c) => (c - meanMm) / sd), Number.POSITIVE_INFINITY];
    return edges.slice(1).map((b, i) => classOf(truncatedMoments(meanMm, sd, edges[i]!, b)));
  }
  const scale = g.selectivityMm / (2 * Math.log(3)) / g.widthPerLength;
  const [low, high] = [meanMm - REACH * sd, meanMm + REACH * sd];
  const points = new Set<number>([low, high]);
  for (let k = -REACH * 4; k <= REACH * 4; k++) points.add(meanMm + (k * sd) / 4);
  for (const c of cuts)
    for (const k of [0, 0.5, 1, 2, 3, 4, 6, 8, 12, 16, 24, 36]) {
      points.add(c - k * scale);
      points.add(c + k * scale);
    }
  const panels = [...points].filter((p) => p >= low && p <= high).sort((a, b) => a - b);
  const mm: number[] = [];
  const share: number[] = [];
  for (let p = 0; p + 1 < panels.length; p++) {
    const [a, b] = [panels[p]!, panels[p + 1]!];
    const half = (b - a) / 2;
    for (const [x, w] of GAUSS)
      for (const at of [(a + b) / 2 - half * x, (a + b) / 2 + half * x]) {
        mm.push(at);
        share.push((half * w * Math.exp(-(((at - meanMm) / sd) ** 2) / 2)) / (sd * Math.sqrt(2 * Math.PI)));
      }
  }
  return gradeSizes({ mm, share }, g);
}

/** Moments of a normal distribution between two of its standard deviates (Johnson, Kotz and Balakrishnan 1994, chapter 13). */
function truncatedMoments(mean: number, sd: number, a: number, b: number): Moments {
  const phi = (z: number) => (Number.isFinite(z) ? Math.exp(-(z * z) / 2) / Math.sqrt(2 * Math.PI) : 0);
  const times = (z: number, k: number) => (Number.isFinite(z) ? z ** k * phi(z) : 0);
  // Of the upper half by its mirror: far out a difference of two near ones loses its digits.
  const z0 = a > 0 ? normalCdf(-a) - normalCdf(-b) : normalCdf(b) - normalCdf(a);
  const z1 = phi(a) - phi(b);
  const z2 = z0 + times(a, 1) - times(b, 1);
  const z3 = 2 * z1 + times(a, 2) - times(b, 2);
  return [
    z0,
    mean * z0 + sd * z1,
    mean ** 2 * z0 + 2 * mean * sd * z1 + sd ** 2 * z2,
    mean ** 3 * z0 + 3 * mean ** 2 * sd * z1 + 3 * mean * sd ** 2 * z2 + sd ** 3 * z3,
  ];
}
