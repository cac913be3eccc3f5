import { z } from 'zod';
import { defineAct, returns } from '@/server/act/define';
import { password, role } from '../../input';

export const personName = z.string().normalize('NFKC').trim().min(1, 'needs a name').max(80, 'is too long');

export const addPerson = defineAct({
  type: 'person.add',
  title: 'Add a person',
  by: ['manager'],
  input: z.object({
    name: personName,
    role,
    password,
    units: z.enum(['metric', 'us']).default('metric'),
    locale: z.string().max(16).default('en-GB'),
  }),
  result: returns<{ id: number }>(),
});
