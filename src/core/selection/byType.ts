import { studentQuantile } from '../distributions';

export type TypeSize = {
  type: string;
  n: number;
  meanMm: number;
  /** Against all others that were measured: difference of the means with its 95 % interval; null of too few. */
  apart: { mm: number; low: number; high: number } | null;
};

/** Fewer of a type than this tell nothing of how it grows. */
const FEWEST = 5;

/**
 * Lengths by type: whether one keeps pace with the others. Difference of means with unequal variances (Welch 1947,
 * Biometrika 34: 28-35), degrees of freedom by Satterthwaite 1946, Biometrics Bulletin 2: 110-114.
 */
export function sizesByType(fish: readonly { type: string; lengthMm: number | null; gone?: boolean }[]): TypeSize[] {
  const measured = fish.filter((f) => !f.gone && f.lengthMm !== null && f.type !== '');
  const types = [...new Set(measured.map((f) => f.type))];
  return types
    .map((type): TypeSize => {
      const own = measured.flatMap((f) => (f.type === type ? [f.lengthMm!] : []));
      const others = measured.flatMap((f) => (f.type === type ? [] : [f.lengthMm!]));
      return {
        type,
        n: own.length,
        meanMm: mean(own),
        apart: own.length < FEWEST || others.length < FEWEST ? null : welch(own, others),
      };
    })
    .sort((a, b) => b.n - a.n);
}

const mean = (v: readonly number[]) => v.reduce((s, x) => s + x, 0) / v.length;
const varianceOfMean = (v: readonly number[]) => {
  const m = mean(v);
  return v.reduce((s, x) => s + (x - m) ** 2, 0) / (v.length - 1) / v.length;
};

function welch(a: readonly number[], b: readonly number[]): NonNullable<TypeSize['apart']> {
  const [va, vb] = [varianceOfMean(a), varianceOfMean(b)];
  const mm = mean(a) - mean(b);
  if (va + vb === 0) return { mm, low: mm, high: mm };
  const df = (va + vb) ** 2 / (va ** 2 / (a.length - 1) + vb ** 2 / (b.length - 1));
  const half = studentQuantile(0.975, df) * Math.sqrt(va + vb);
  return { mm, low: mm - half, high: mm + half };
}
