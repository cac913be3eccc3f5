import { z } from 'zod';
import { measurement } from '@/core/books/measurement';
import { offspringSexes } from '@/core/brood/strainAndSex';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';
import { lotName } from '@/server/act/inputs';
import { defineQuestion } from '@/server/act/question';
import type { Said } from '@/server/act/results';
import type { Words } from '@/server/act/words';
import { acrossStrains, loadQuestions, otherKind } from '@/server/questions';

export const tag = z.string().trim().min(1, 'needs a tag').max(40, 'is too long');

/** A parent that left long before: what it gave was kept. */
export const goneBefore = defineQuestion('goneBefore', 'stored');

/** Far more eggs than such females give. */
export const sure = defineQuestion('sure', 'yes');

/** Females by tag, with body mass where weighed, and their share of the eggs where known. */
export const female = z.object({
  tag,
  massG: z.number().gt(0, 'must be above 0').optional(),
  share: z.number().gt(0).max(1).optional(),
});

/**
 * Eggs taken and fertilised. Pooled: every female's eggs met the milt of all males, taken as equal fathers. By pair:
 * each cross is a family. A female's share of the eggs is as given, else by body mass (assumed), else equal.
 */
export const recordTake = defineAct({
  type: 'take.record',
  title: 'Record a take',
  by: ['manager', 'culturist'],
  input: z
    .object({
      ...eventFields,
      species: z.string(),
      lotName,
      females: z.array(female).min(1, 'needs at least one female'),
      /** A male's share as father, where they were not alike: all have one, or none. */
      males: z.array(z.object({ tag, share: z.number().gt(0).max(1).optional() })).min(1, 'needs at least one male'),
      cross: z.enum(['pooled', 'pairs']),
      pairs: z.array(z.object({ female: tag, males: z.array(tag).min(1, 'needs a male') })).default([]),
      measured: measurement,
      hardened: z.boolean().default(true),
      /** What they are made to be: all female by males that are turned females, sterile by shock. */
      sex: z.enum(offspringSexes).default('mixed'),
      /** White or broken ones taken out before the count: taken, and lost. */
      removed: z.number().int('must be a whole number').min(0, 'cannot be negative').default(0),
      unit: z.number().int(),
      /** The spawning day and bowl that the eggs come from. */
      day: z.number().int().optional(),
      bowl: z.string().trim().max(20).optional(),
    })
    .refine((p) => new Set(p.females.map((f) => f.tag)).size === p.females.length, {
      path: ['females'],
      error: 'one tag stands twice',
    })
    .refine((p) => new Set(p.males.map((f) => f.tag)).size === p.males.length, {
      path: ['males'],
      error: 'one tag stands twice',
    }),
  result: returns<{ lotId: number; lot: string } & Said>(),
  questions: [sure, goneBefore, otherKind, acrossStrains, ...loadQuestions],
  kinds: {
    take: {
      word: 'take',
      says: ({ intent, held }) => [
        ...held
          .filter((m) => m.delta > 0)
          .flatMap((m, i): Words => [i === 0 ? '' : '; ', { count: m.delta }, ` into ${m.unit}, ${m.lot}`]),
        ...(intent.removed ? ['; ', { count: intent.removed }, ' of them dead, taken out before the count'] : []),
      ],
    },
  },
  texts: (i) => [...(i.females ?? []), ...(i.males ?? [])].map((f) => f.tag).concat(i.bowl ?? []),
});
