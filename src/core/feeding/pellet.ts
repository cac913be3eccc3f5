import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { plain } from '../quantities/format';

const size = z.strictObject({
  id: z.string().trim().min(1, 'needs a name'),
  fromMm: schema.nonNegative,
  toMm: schema.positive,
});
export type PelletSize = z.output<typeof size>;

/** Length of a fish of such a mass, mm. @param k condition factor (Fulton) @example lengthOf(10, 1) // 100 */
export const lengthOf = (massG: number, k: number) => Math.cbrt((1e5 * massG) / k);

/**
 * The size of feed for a length, and the next one where two overlap there.
 * @throws CalculationError where no size is made for it, or the sizes contradict each other
 */
export function pelletFor(lengthMm: number, sizes: readonly PelletSize[], path = 'lengthMm') {
  const inOrder = [...sizes].sort((a, b) => a.fromMm - b.fromMm || a.toMm - b.toMm);
  inOrder.forEach((s, i) => {
    if (s.toMm <= s.fromMm)
      throw new CalculationError('input', `sizes[${sizes.indexOf(s)}].toMm`, 'must be above where it begins');
    if (inOrder.findIndex((o) => o.id === s.id) !== i)
      throw new CalculationError('input', `sizes[${sizes.indexOf(s)}].id`, 'stands there twice');
  });
  const last = inOrder.at(-1)!;
  // A length at which one size ends and the next begins belongs to the next alone; the last one holds its end.
  const fits = inOrder.filter(
    (s) => s.fromMm <= lengthMm && (lengthMm < s.toMm || (s === last && lengthMm === s.toMm)),
  );
  const now = fits[0];
  if (!now)
    throw new CalculationError(
      'outside',
      path,
      `no size is for ${plain(Number(lengthMm.toPrecision(3)))} mm: they go from ${plain(inOrder[0]!.fromMm)} to ${plain(last.toMm)}`,
    );
  const next = fits[1] ?? inOrder.find((s) => s.fromMm >= now.toMm) ?? null;
  return { now, next, overlap: fits[1] !== undefined };
}

export const calculation = defineCalculation({
  id: 'feed.pellet',
  title: 'Size of feed',
  asks: 'Which size of feed fits them, and when does the next one come?',
  input: z
    .strictObject({
      lengthMm: schema.positive.optional(),
      massG: schema.positive.optional(),
      /** Condition factor, where the length follows from the mass. */
      k: schema.positive.default(1),
      sizes: z.array(size).min(1, 'needs at least one size'),
      /** Days over which the next size is mixed in. */
      blendDays: z
        .number()
        .int('must be a whole number')
        .min(1, 'needs at least one day')
        .max(60, 'is no blend')
        .optional(),
    })
    .refine((i) => (i.lengthMm === undefined) !== (i.massG === undefined), {
      path: ['lengthMm'],
      error: 'give either the length or the mass',
    }),
  output: z.strictObject({
    id: z.string(),
    lengthMm: z.number(),
    next: z.string().nullable(),
    /** Until the next size is due; null for the last. */
    toNextMm: z.number().nullable(),
    /** Days of the change, with the share of the next size. */
    blend: z.array(z.strictObject({ day: z.number(), share: z.number() })).optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const lengthMm = i.lengthMm ?? lengthOf(i.massG!, i.k);
    const { now, next, overlap } = pelletFor(lengthMm, i.sizes, i.lengthMm === undefined ? 'massG' : 'lengthMm');
    return {
      id: now.id,
      lengthMm,
      next: next?.id ?? null,
      toNextMm: next ? Math.max(0, next.fromMm - lengthMm) : null,
      ...(i.blendDays !== undefined && next
        ? {
            blend: Array.from({ length: i.blendDays }, (_, d) => ({
              day: d + 1,
              share: (d + 1) / (i.blendDays! + 1),
            })),
          }
        : {}),
      ...(overlap ? { warnings: [`${next!.id} fits as well: mix it in, the new size offered first`] } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'the size whose range holds the length',
    steps: [
      {
        name: 'lengthMm',
        says: i.lengthMm === undefined ? 'length of such a mass' : 'length',
        expression: i.lengthMm === undefined ? `(100000 * ${i.massG} / ${i.k})^(1/3)` : `${i.lengthMm}`,
        value: o.lengthMm,
        unit: 'mm',
      },
    ],
  }),
  source: 'Ranges of the maker’s or the hatchery’s table; length of a mass by Fulton’s factor',
  validWhen: 'The mean says what most can swallow: where sizes spread wide, the small ones need the finer one longer.',
  cautions: ['Too coarse starves the small, too fine wastes and dirties: look at what they take.'],
  example: {
    massG: 2.4,
    sizes: [
      { id: '0.8 mm', fromMm: 30, toMm: 45 },
      { id: '1.1 mm', fromMm: 45, toMm: 70 },
      { id: '1.5 mm', fromMm: 70, toMm: 110 },
    ],
    blendDays: 4,
  },
});
