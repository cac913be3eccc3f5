import { z } from 'zod';
import { defineAct } from '@/server/act/define';
import { role } from '../../input';

export const savePerson = defineAct({
  type: 'person.save',
  title: 'Save a person',
  by: ['manager'],
  input: z.object({ id: z.number().int(), role, active: z.boolean() }),
});
