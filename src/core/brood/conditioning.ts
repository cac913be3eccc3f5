import { z } from 'zod';

const step = z.object({
  /** Day of the programme, from 0. */
  day: z.number().int('must be a whole day').min(0, 'cannot be before it begins').max(1500, 'is more than four years'),
  lightHours: z.number().min(0, 'cannot be negative').max(24, 'is more than a day').nullable().default(null),
  celsius: z.number().min(-2, 'is below any water').max(40, 'is above any water').nullable().default(null),
  diet: z.string().trim().max(60, 'is too long').default(''),
});

/** Light, warmth, diet and tank by which fish are brought to ripeness over months. */
export const conditioning = z
  .object({
    /** Start of the first local day, ms. */
    from: z.number().int(),
    /** Start of the last local day; null while it runs. */
    to: z.number().int().nullable().default(null),
    units: z.array(z.number().int()).min(1, 'needs a unit').max(60),
    tank: z
      .object({
        kind: z.string().trim().max(60, 'is too long').default(''),
        depthCm: z.number().gt(0, 'must be above 0').nullable().default(null),
        volumeL: z.number().gt(0, 'must be above 0').nullable().default(null),
        material: z.string().trim().max(60, 'is too long').default(''),
      })
      .default({ kind: '', depthCm: null, volumeL: null, material: '' }),
    steps: z.array(step).min(1, 'needs a step').max(100),
    why: z.string().trim().max(400, 'is too long').default(''),
  })
  .refine((p) => p.to === null || p.to >= p.from, { path: ['to'], error: 'ends before it begins' })
  .superRefine((p, ctx) => {
    p.steps.forEach((s, i) => {
      if (i > 0 && s.day <= p.steps[i - 1]!.day)
        ctx.addIssue({ code: 'custom', path: ['steps', i, 'day'], message: 'must come after the one before' });
      if (s.lightHours === null && s.celsius === null && !s.diet)
        ctx.addIssue({ code: 'custom', path: ['steps', i, 'lightHours'], message: 'sets nothing' });
    });
  });
export type Conditioning = z.output<typeof conditioning>;
type Steps = readonly Conditioning['steps'][number][];

/**
 * What light or temperature a programme asks for on a day: straight between the steps that set it, held after the last.
 * @returns null before the first step that sets it
 */
export function plannedOn(steps: Steps, what: 'lightHours' | 'celsius', day: number): number | null {
  const set = steps.filter((s) => s[what] !== null);
  const before = set.filter((s) => s.day <= day).at(-1);
  if (!before) return null;
  const after = set.find((s) => s.day > day);
  if (!after) return before[what];
  return before[what]! + ((after[what]! - before[what]!) * (day - before.day)) / (after.day - before.day);
}

/** The diet on a day: the last that was set. */
export const dietOn = (steps: Steps, day: number): string =>
  steps.filter((s) => s.diet && s.day <= day).at(-1)?.diet ?? '';

/** How far the measured days lay from what was asked for: mean, and the largest, in °C. Null where nothing can be held against. */
export function deviation(
  steps: Steps,
  days: readonly { day: number; mean: number }[],
): { mean: number; most: number; onDay: number; days: number } | null {
  const off = days.flatMap((d) => {
    const want = plannedOn(steps, 'celsius', d.day);
    return want === null ? [] : [{ day: d.day, by: d.mean - want }];
  });
  if (off.length === 0) return null;
  const worst = off.reduce((a, b) => (Math.abs(b.by) > Math.abs(a.by) ? b : a));
  return { mean: off.reduce((s, x) => s + x.by, 0) / off.length, most: worst.by, onDay: worst.day, days: off.length };
}

export type Stay = { unit: number; at: number };

/** How long a fish stood in some units within a span, by its moves in order; it stays until the next one. */
export function timeIn(stays: readonly Stay[], units: readonly number[], from: number, to: number): number {
  const sorted = [...stays].sort((a, b) => a.at - b.at);
  return sorted.reduce((sum, s, i) => {
    if (!units.includes(s.unit)) return sum;
    const end = Math.min(sorted[i + 1]?.at ?? Number.POSITIVE_INFINITY, to);
    return sum + Math.max(0, end - Math.max(s.at, from));
  }, 0);
}
