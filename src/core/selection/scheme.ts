import { z } from 'zod';
import { deformities } from '../brood/deformities';

/** What a reason is about. A deformity is a cull whatever else; what is too small or too large was cut off by size. */
export const reasonGroups = ['deformity', 'build', 'quality', 'pattern', 'size'] as const;
export type ReasonGroup = (typeof reasonGroups)[number];

const word = (most: number) => z.string().trim().min(1, 'needs a word').max(most, 'is too long');
const id = z
  .string()
  .regex(/^[a-z0-9:-]{1,40}$/i, 'may have letters, digits, hyphens')
  .describe('what records keep; its word may change');

const reason = z.object({ id, word: word(40), group: z.enum(reasonGroups) });
export type Reason = z.output<typeof reason>;
const sign = z.object({ id, word: word(60) });
export type Sign = z.output<typeof sign>;

/**
 * How fish are judged one by one: reasons in the order in which they count, what is looked for that may foretell how one
 * becomes, and the types that are told apart.
 */
export const selectionScheme = z
  .object({
    reasons: z.array(reason).min(1, 'needs a reason').max(40, 'are more than anybody tells apart'),
    signs: z.array(sign).max(20, 'are more than anybody looks for').default([]),
    types: z.array(word(30)).max(12, 'are more than anybody tells apart').default([]),
    /** So many times longer than the smallest one may be and still not take its food. */
    lengthRatio: z.number().gt(1, 'must be above 1').max(5, 'is no range at all'),
  })
  .superRefine((s, ctx) => {
    for (const list of ['reasons', 'signs'] as const)
      for (const [i, r] of s[list].entries())
        if (s[list].findIndex((x) => x.id === r.id) !== i)
          ctx.addIssue({ code: 'custom', path: [list, i, 'id'], message: 'stands twice' });
  });
export type SelectionScheme = z.output<typeof selectionScheme>;

/** Deformities that show on a fish in a bowl, in the words of those that samples are looked through for. */
export const deformityReasons: readonly Reason[] = deformities
  .filter((d) => !['sac', 'twin', 'other'].includes(d.id))
  .map((d) => ({ id: `deformity:${d.id}`, word: d.name, group: 'deformity' as const }));

/** Cut off before anything else is looked at. */
export const sizeReasons: readonly Reason[] = [
  { id: 'small', word: 'too small', group: 'size' },
  { id: 'large', word: 'too large', group: 'size' },
];

/** The scheme with what stands in every one: deformities first, sizes last, unless it puts them elsewhere itself. */
export function wholeScheme(s: SelectionScheme): SelectionScheme {
  const has = new Set(s.reasons.map((r) => r.id));
  return {
    ...s,
    reasons: [
      ...deformityReasons.filter((r) => !has.has(r.id)),
      ...s.reasons,
      ...sizeReasons.filter((r) => !has.has(r.id)),
    ],
  };
}
