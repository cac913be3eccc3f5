import { z } from 'zod';
import { sexes, sources } from '@/core/brood/parseFish';
import { defineAct, returns } from '@/server/act/define';
import { tag } from '../../input';

/** A brood fish made known, or what is known of it corrected. Its life (looks, moves, fate) is recorded in entries. */
export const saveFish = defineAct({
  type: 'brood.save',
  title: 'Enter a brood fish',
  by: ['manager', 'culturist'],
  input: z
    .object({
      id: z.number().int().optional(),
      species: z.string(),
      tag,
      sex: z.enum(sexes),
      marks: z.string().trim().max(200, 'is too long').default(''),
      strain: z.string().trim().max(60, 'is too long').default(''),
      source: z.enum(sources).default('unknown'),
      origin: z.string().trim().max(120, 'is too long').default(''),
      cameOn: z.number().int().nullable().default(null),
      yearClass: z.number().int().min(1950, 'is before 1950').max(2200, 'has not come yet').nullable().default(null),
      sire: z.string().trim().max(40).optional(),
      dam: z.string().trim().max(40).optional(),
    })
    .refine((p) => !p.sire || p.sire !== p.dam, { path: ['dam'], error: 'cannot be the sire too' }),
  result: returns<{ id: number }>(),
});
