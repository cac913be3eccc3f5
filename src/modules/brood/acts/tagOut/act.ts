import { z } from 'zod';
import { sexes } from '@/core/brood/parseFish';
import { defineAct, returns } from '@/server/act/define';
import { tag } from '../../input';

/** Donors tagged out of a batch: from here on each is a brood fish of its own. */
export const tagOut = defineAct({
  type: 'brood.tagOut',
  title: 'Tag out of a batch',
  by: ['manager', 'culturist'],
  input: z.object({
    batch: z.number().int(),
    sex: z.enum(sexes),
    tags: z.array(tag).min(1, 'needs a tag').max(500, 'are too many at once'),
    strain: z.string().trim().max(60, 'is too long').default(''),
  }),
  result: returns<{ tagged: number; name: string }>(),
});
