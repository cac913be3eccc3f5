import { z } from 'zod';
import { conditioning } from '@/core/brood/conditioning';
import { defineAct, returns } from '@/server/act/define';
import { name } from '@/server/act/inputs';

/** A conditioning programme of brood fish: planned, changed, ended. What came of it is read from the fish. */
export const saveConditioning = defineAct({
  type: 'conditioning.save',
  title: 'Set a course of conditioning',
  by: ['manager', 'culturist'],
  input: z.object({
    id: z.number().int().optional(),
    species: z.string(),
    name: name(60),
    programme: conditioning,
  }),
  result: returns<{ id: number }>(),
});
