import { z } from 'zod';
import { protocol } from '@/core/spawning/protocol';
import { defineAct, returns } from '@/server/act/define';

/**
 * A protocol as this hatchery works it: a new version laid over the one in force, or one of its own under a new id.
 * Earlier versions stay; bowls keep the stamps of the steps that they were worked by.
 */
export const saveProtocol = defineAct({
  type: 'protocol.save',
  title: 'Save a protocol',
  by: ['manager'],
  input: z.object({
    content: protocol,
    why: z.string().trim().min(1, 'say why').max(400, 'is too long'),
    /** It is no longer offered. */
    retired: z.boolean().default(false),
    /** A new one must not take the place of one there is. */
    fresh: z.boolean().default(false),
  }),
  result: returns<{ id: string; version: number }>(),
});
