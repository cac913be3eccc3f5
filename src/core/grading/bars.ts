import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { eatenADay } from './cannibals';
import { kept } from './grader';
import { measuredSizes, mixedSizes, normalSizes, type Sizes } from './sizes';
import { graderInput, lengthsAs } from './split';

/** What the bars are set for. */
export const barGoal = z.discriminatedUnion('kind', [
  /** Classes of so many each. */
  z.strictObject({ kind: z.literal('shares'), shares: z.array(schema.positive).min(2).max(4) }),
  /** Classes parted at these lengths: as few as may be on the wrong side. */
  z.strictObject({ kind: z.literal('sizes'), atMm: z.array(schema.positive).min(1).max(3) }),
  /** As few eaten in a day as may be, in so many classes. */
  z.strictObject({
    kind: z.literal('eaten'),
    classes: z.number().int().min(2).max(4),
    gapeRatio: z.number().gt(0, 'must be above 0').max(2, 'is more than any fish opens its mouth'),
    eatenPerDay: schema.positive.default(1),
  }),
]);
export type BarGoal = z.output<typeof barGoal>;

export type BestBars = {
  bars: number[];
  shares: number[];
  /** Of the goal: squares of what shares are off, share on the wrong side, or eaten a day. */
  score: number;
  tried: number;
  /** Sets that the tanks' limits allow. */
  allowed: number;
};

/** Lengths are drawn together to so many: finer than any bar parts. */
const NODES = 220;

/** A distribution drawn together to a few hundred nodes, each at the mean of its part. */
export function drawnTogether(s: Sizes, nodes = NODES): Sizes {
  if (s.mm.length <= nodes) return s;
  const [low, high] = [s.mm[0]!, s.mm.at(-1)!];
  const share = new Array<number>(nodes).fill(0);
  const sum = new Array<number>(nodes).fill(0);
  for (const [i, mm] of s.mm.entries()) {
    const k = Math.min(nodes - 1, Math.floor(((mm - low) / (high - low || 1)) * nodes));
    share[k]! += s.share[i]!;
    sum[k]! += s.share[i]! * mm;
  }
  const at = [...share.keys()].filter((k) => share[k]! > 0);
  return { mm: at.map((k) => sum[k]! / share[k]!), share: at.map((k) => share[k]!) };
}

/**
 * The best bars of those that a grader can be set to: every set of them is tried, so that no better one exists among
 * them for these lengths.
 * @param gaps that may be set, mm  @param most animals that the tank of each class bears, smallest class first, or how
 *   many by the mean of their cubed lengths (of small ones more fit); null where nothing binds  @returns null where no set keeps within what the tanks bear
 */
export function bestBars(
  sizes: Sizes,
  number: number,
  gaps: readonly number[],
  g: { widthPerLength: number; selectivityMm: number },
  goal: BarGoal,
  most: readonly (number | null | ((meanCubedMm3: number) => number | null))[] = [],
): BestBars | null {
  const s = drawnTogether(sizes);
  const m = s.mm.length;
  const sorted = [...new Set(gaps)].sort((a, b) => a - b);
  const keeps = sorted.map((gap) => Float64Array.from(s.mm, (mm) => kept(mm * g.widthPerLength, gap, g.selectivityMm)));
  const classes =
    goal.kind === 'shares' ? goal.shares.length : goal.kind === 'sizes' ? goal.atMm.length + 1 : goal.classes;
  const wanted = goal.kind === 'shares' ? normalised(goal.shares) : [];
  const eats = goal.kind === 'eaten' ? swallowed(s.mm, goal.gapeRatio) : null;
  const parts = Array.from({ length: classes }, () => new Float64Array(m));
  const left = new Float64Array(m);
  let best: BestBars | null = null;
  let [tried, allowed] = [0, 0];
  const chosen: number[] = new Array(classes - 1);
  const cubed = s.mm.map((mm) => mm ** 3);
  const borne = (c: number, share: number): number => {
    const of = most[c] ?? null;
    if (typeof of !== 'function') return of ?? Number.POSITIVE_INFINITY;
    const part = parts[c]!;
    let sum = 0;
    for (let i = 0; i < m; i++) sum += part[i]! * cubed[i]!;
    return of(sum / share) ?? Number.POSITIVE_INFINITY;
  };
  const judge = () => {
    tried += 1;
    // From the widest bar down: what passes goes on.
    left.set(s.share);
    for (let c = classes - 1; c >= 1; c--) {
      const k = keeps[chosen[c - 1]!]!;
      const part = parts[c]!;
      for (let i = 0; i < m; i++) {
        part[i] = left[i]! * k[i]!;
        left[i]! -= part[i]!;
      }
    }
    parts[0]!.set(left);
    const shares = parts.map(sumOf);
    if (shares.some((x, c) => x > 0 && x * number > borne(c, x) * (1 + 1e-9))) return;
    allowed += 1;
    const score = scoreOf(goal, wanted, s, eats, parts, shares, number);
    if (!best || score < best.score - 1e-15)
      best = { bars: chosen.map((b) => sorted[b]!), shares, score, tried: 0, allowed: 0 };
  };
  const choose = (c: number, from: number): void => {
    if (c === classes - 1) {
      judge();
      return;
    }
    for (let b = from; b < sorted.length; b++) {
      chosen[c] = b;
      choose(c + 1, b + 1);
    }
  };
  choose(0, 0);
  return best && { ...(best as BestBars), tried, allowed };
}

const sumOf = (p: Float64Array): number => {
  let sum = 0;
  for (let i = 0; i < p.length; i++) sum += p[i]!;
  return sum;
};

const normalised = (list: readonly number[]) => {
  const all = list.reduce((a, x) => a + x, 0);
  return list.map((x) => x / all);
};

/** For each node, how many from the smallest on it can swallow: of one distribution the same for every set of bars. */
function swallowed(mm: readonly number[], gapeRatio: number): Int32Array {
  const out = new Int32Array(mm.length);
  for (let i = 0, j = 0; i < mm.length; i++) {
    while (j < mm.length && mm[j]! <= gapeRatio * mm[i]!) j += 1;
    out[i] = j;
  }
  return out;
}

function scoreOf(
  goal: BarGoal,
  wanted: readonly number[],
  s: Sizes,
  eats: Int32Array | null,
  parts: readonly Float64Array[],
  shares: readonly number[],
  number: number,
): number {
  if (goal.kind === 'shares') return shares.reduce((a, x, c) => a + (x - wanted[c]!) ** 2, 0);
  const m = s.mm.length;
  let score = 0;
  if (goal.kind === 'sizes') {
    for (const [c, p] of parts.entries()) {
      const [low, high] = [goal.atMm[c - 1] ?? 0, goal.atMm[c] ?? Number.POSITIVE_INFINITY];
      for (let i = 0; i < m; i++) if (s.mm[i]! < low || s.mm[i]! >= high) score += p[i]!;
    }
    return score;
  }
  const below = new Float64Array(m + 1);
  for (const [c, p] of parts.entries()) {
    if (shares[c]! <= 0) continue;
    for (let i = 0; i < m; i++) below[i + 1] = below[i]! + p[i]!;
    let pairs = 0;
    for (let i = 0; i < m; i++) pairs += p[i]! * below[eats![i]!]!;
    score += eatenADay(number * shares[c]!, pairs / shares[c]! ** 2, goal.eatenPerDay);
  }
  return score;
}

/** More sets than this are not tried in one question. */
const MOST_SETS = 120_000;
const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n - 1, k - 1) * n) / k);

export const calculation = defineCalculation({
  id: 'grade.bars',
  title: 'Where to set the bars',
  asks: 'For classes of these shares or sizes, or with the fewest eaten: which bars, within what the tanks bear?',
  input: z
    .strictObject({
      ...lengthsAs,
      components: z
        .array(z.strictObject({ share: schema.positive, meanMm: schema.positive, sdMm: schema.positive }))
        .min(1)
        .max(3)
        .optional(),
      number: schema.positive,
      ...graderInput,
      /** Gaps that the grader can be set to. */
      gapsMm: z.array(schema.positive).min(1, 'needs at least one').max(200, 'are too many').optional(),
      fromMm: schema.positive.optional(),
      toMm: schema.positive.optional(),
      stepMm: schema.positive.optional(),
      goal: barGoal,
      /** Animals that the tank of each class bears, smallest class first; null where nothing binds. */
      most: z.array(schema.positive.nullable()).max(4).optional(),
    })
    .refine((i) => [i.lengths, i.lengthsMm, i.components].filter((x) => x !== undefined).length === 1, {
      path: ['lengths'],
      error: 'give one of lengths (meanMm, cv), lengthsMm, components',
    })
    .refine((i) => (i.gapsMm === undefined) !== (i.fromMm === undefined), {
      path: ['gapsMm'],
      error: 'give either gapsMm, or fromMm with toMm and stepMm',
    })
    .refine((i) => i.fromMm === undefined || (i.toMm !== undefined && i.stepMm !== undefined && i.toMm > i.fromMm), {
      path: ['toMm'],
      error: 'goes with fromMm and stepMm, and lies above fromMm',
    }),
  output: z.strictObject({
    bars: z.array(z.number()),
    shares: z.array(z.number()),
    numbers: z.array(z.number()),
    score: z.number(),
    tried: z.number(),
    allowed: z.number(),
    /** All sets of the grid were tried. */
    proven: z.literal(true),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const gaps = i.gapsMm ?? gridOf(i.fromMm!, i.toMm!, i.stepMm!);
    const classes =
      i.goal.kind === 'shares'
        ? i.goal.shares.length
        : i.goal.kind === 'sizes'
          ? i.goal.atMm.length + 1
          : i.goal.classes;
    const n = new Set(gaps).size;
    if (n < classes - 1)
      throw new CalculationError('input', 'gapsMm', `${classes} classes want ${classes - 1} different bars`);
    if (choose(n, classes - 1) > MOST_SETS)
      throw new CalculationError(
        'input',
        i.gapsMm ? 'gapsMm' : 'stepMm',
        'makes more sets than can be tried: fewer gaps',
      );
    if (i.most && i.most.length !== classes)
      throw new CalculationError('input', 'most', `needs one for each of the ${classes} classes`);
    const sizes = i.lengthsMm
      ? measuredSizes(i.lengthsMm)
      : i.components
        ? mixedSizes(i.components)
        : normalSizes(i.lengths!.meanMm, i.lengths!.cv);
    const best = bestBars(sizes, i.number, gaps, i, i.goal, i.most);
    if (!best)
      throw new CalculationError(
        'limits',
        'most',
        'no set of bars keeps every class within its tank: more room, or more classes',
      );
    return {
      bars: best.bars,
      shares: best.shares,
      numbers: best.shares.map((x) => x * i.number),
      score: best.score,
      tried: best.tried,
      allowed: best.allowed,
      proven: true as const,
    };
  },
  working: (i, o) => ({
    formula: 'every set of bars of the grid is tried; the best by the goal is kept',
    steps: o.shares.map((share, k) => ({
      name: `number${k + 1}`,
      says: `in class ${k + 1}`,
      expression: `${i.number} * ${share}`,
      value: o.numbers[k]!,
    })),
    notes: [
      `${o.tried} sets were tried, ${o.allowed} keep within what the tanks bear.`,
      i.goal.kind === 'eaten'
        ? 'The score is what is expected to be eaten in a day after the cut.'
        : i.goal.kind === 'sizes'
          ? 'The score is the share of fish that would be on the wrong side.'
          : 'The score is the sum of squares by which shares are off.',
    ],
  }),
  source: 'Exhaustive search; retention as in grade.split; method, no source',
  validWhen: 'The lengths are a fair dip of the tank, and the grader parts as it did before.',
  cautions: ['A class is no better than the tank that takes it: receiving tanks filled the day before.'],
  example: {
    lengths: { meanMm: 27, cv: 0.2 },
    number: 48_600,
    widthPerLength: 0.14,
    selectivityMm: 0.4,
    fromMm: 2.6,
    toMm: 5.6,
    stepMm: 0.1,
    goal: { kind: 'eaten', classes: 3, gapeRatio: 0.7 },
  },
});

/** Steps from one gap to another, both included where they fall on it. */
export const gridOf = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.floor((to - from) / step + 1e-9) + 1 }, (_, i) =>
    Number((from + i * step).toPrecision(12)),
  );
