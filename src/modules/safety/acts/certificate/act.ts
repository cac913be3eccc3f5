import { z } from 'zod';
import { certificateIds } from '@/core/practice/certificates';
import { defineAct, returns } from '@/server/act/define';

/** What somebody may do, and until when: asked for where such work is recorded. */
export const saveCertificate = defineAct({
  type: 'certificate.save',
  title: 'Save a certificate',
  by: ['manager'],
  input: z.object({
    id: z.number().int().optional(),
    person: z.number().int(),
    what: z.enum(certificateIds),
    said: z.string().trim().max(120, 'is too long').default(''),
    until: z.number().int().nullable().default(null),
    dropped: z.boolean().default(false),
  }),
  result: returns<{ id: number }>(),
});
