import { type Tightness, tightness } from '@/core/feeding/tightness';
import { eatenAfter } from '@/core/grading/afterCut';
import { bestBars, gridOf } from '@/core/grading/bars';
import type { Grader } from '@/core/grading/grader';
import { measuredSizes } from '@/core/grading/sizes';
import { splitBy } from '@/core/grading/split';
import { Z95 } from '@/core/quantities/interval';
import type { Bench, ClassTank } from '../../views/grading';

/** Names of classes, smallest first. */
export const classNames: Readonly<Record<number, readonly string[]>> = {
  2: ['S', 'L'],
  3: ['S', 'M', 'L'],
  4: ['XS', 'S', 'M', 'L'],
};

export type BenchClass = {
  grade: string;
  share: number;
  number: number;
  /** Half of its interval. */
  half: number;
  meanMm: number | null;
  meanG: number | null;
  cv: number | null;
  massG: number;
  tank: ClassTank | null;
  /** How tight it makes its tank with what is there; null where that cannot be told. */
  tight: Tightness | null;
};

const graderOf = (b: Bench, bars: readonly number[]): Grader => ({
  bars: [...bars].sort((x, y) => x - y),
  widthPerLength: b.values.widthPerLength,
  selectivityMm: b.values.selectivityMm,
});

/** What these bars make of the tank on the bench, and how tight each class makes its own. */
export function classesOf(
  b: Bench,
  bars: readonly number[],
  unitIds: readonly (number | null)[],
  now: number,
): BenchClass[] {
  const split = splitBy({ lengthsMm: b.lengthsMm }, b.row.number, graderOf(b, bars), b.row.sd);
  const names = classNames[split.length]!;
  return split.map((c, k) => {
    const meanG = c.meanMm === null ? null : (b.values.condition * c.meanCubedMm3) / 1e5;
    const tank = b.tanks.find((t) => t.id === unitIds[k]) ?? null;
    return {
      grade: names[k]!,
      share: c.share,
      number: c.number,
      half: c.low === null || c.high === null ? Z95 * b.row.sd * c.share : (c.high - c.low) / 2,
      meanMm: c.meanMm,
      meanG,
      cv: c.cv,
      massG: (meanG ?? 0) * c.number,
      tank,
      tight: tank && meanG !== null ? tightIn(b, tank, c.number, meanG, now) : null,
    };
  });
}

/** The tank with its class, and with what stands there besides, where that is not the tank that is graded. */
function tightIn(b: Bench, tank: ClassTank, number: number, meanG: number, now: number): Tightness | null {
  const { values } = b;
  const others = tank.id === b.row.unitId ? null : tank.massG === null ? null : { n: tank.number, g: tank.massG };
  const n = number + (others?.n ?? 0);
  const mean = (number * meanG + (others?.g ?? 0)) / Math.max(1, n);
  return tightness(
    {
      volumeL: tank.volumeL,
      flowLPerMin: tank.flowLPerMin,
      condition: values.condition,
      densityIndex: values.densityIndex ?? undefined,
      flowIndex: values.flowIndex ?? undefined,
      oxygen: null,
      mostTanMgPerL: null,
      proteinShare: 0,
      rationShare: null,
    },
    n,
    mean,
    now,
    values.rise === null ? null : (days) => (Math.cbrt(mean) + values.rise! * days) ** 3,
  );
}

/** Eaten a day when the classes stand apart, with half of its interval; null where they do not eat each other. */
export function afterCut(b: Bench, bars: readonly number[]): { value: number; half: number } | null {
  const { gapeRatio, eatenPerDay } = b.values;
  if (gapeRatio === null || eatenPerDay <= 0) return null;
  const o = eatenAfter(b.lengthsMm, graderOf(b, bars), { number: b.row.number, gapeRatio, eatenPerDay });
  return { value: o.value, half: Z95 * o.sd };
}

/** Steps in which bars are set. */
export const STEP = 0.1;

/** Gaps that lie among these fish. */
export function gapsOf(b: Bench): number[] {
  const w = b.values.widthPerLength;
  const [low, high] = [b.lengthsMm[0]! * w, b.lengthsMm.at(-1)! * w];
  const from = Math.max(STEP, Math.floor(low / STEP) * STEP);
  const step = Math.max(STEP, Number((Math.ceil((high - from) / STEP / 48) * STEP).toFixed(1)));
  return gridOf(from, Math.max(from + step, high), step);
}

export type Aim = 'even' | 'eaten' | 'two' | { atMm: number[] };

/**
 * Bars by an aim, within what the chosen tanks bear where any set of them does. `within` says whether it does.
 * @param unitIds of the classes, smallest first
 */
export function barsFor(
  b: Bench,
  aim: Aim,
  classes: number,
  unitIds: readonly (number | null)[],
  now: number,
): { bars: number[]; within: boolean } {
  const sizes = measuredSizes(b.lengthsMm);
  const n = aim === 'two' ? 2 : typeof aim === 'object' ? aim.atMm.length + 1 : classes;
  const { gapeRatio, eatenPerDay } = b.values;
  const goal =
    typeof aim === 'object'
      ? ({ kind: 'sizes', atMm: aim.atMm } as const)
      : aim === 'eaten' && gapeRatio !== null && eatenPerDay > 0
        ? ({ kind: 'eaten', classes: n, gapeRatio, eatenPerDay } as const)
        : ({ kind: 'shares', shares: new Array(n).fill(1) } as const);
  // As it stands now: how soon it is full is asked of the bars that were found.
  const still = { ...b, values: { ...b.values, rise: null } };
  const most = Array.from({ length: n }, (_, k) => {
    const tank = b.tanks.find((t) => t.id === unitIds[k]);
    if (!tank) return null;
    // Of a small class more fit, of a large one fewer; what stands there besides takes its place by mass.
    const others = tank.id === b.row.unitId ? 0 : (tank.massG ?? 0);
    return (meanCubedMm3: number) => {
      const meanG = (b.values.condition * meanCubedMm3) / 1e5;
      const bears = tightIn(still, { ...tank, number: 0, massG: 0 }, 1, meanG, now)?.bears ?? null;
      return bears === null ? null : Math.max(0, bears - others / meanG);
    };
  });
  const best = bestBars(sizes, b.row.number, gapsOf(b), b.values, goal, most);
  if (best)
    return {
      bars: best.bars,
      within: !classesOf(b, best.bars, unitIds, now).some((c) => c.tight && c.tight.share > 1.01),
    };
  const free = bestBars(sizes, b.row.number, gapsOf(b), b.values, goal);
  return { bars: free?.bars ?? [gapsOf(b)[0]!], within: false };
}

/** Tanks for so many classes: the empty ones first, the one that is graded for the largest class where none is left. */
export function tanksFor(b: Bench, classes: number): (number | null)[] {
  const empty = b.tanks.filter((t) => t.number === 0 && t.id !== b.row.unitId && t.volumeL !== null);
  const sameRoom = [...empty].sort((x, y) => Number(y.room === b.row.room) - Number(x.room === b.row.room));
  return Array.from({ length: classes }, (_, k) => {
    if (k === classes - 1) return b.row.unitId;
    return sameRoom[k]?.id ?? null;
  });
}
