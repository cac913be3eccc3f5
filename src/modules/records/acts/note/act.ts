import { z } from 'zod';
import { defineAct } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** A remark on a unit, a lot, or the day. */
export const recordNote = defineAct({
  type: 'note.record',
  title: 'Note',
  by: ['manager', 'culturist', 'hand'],
  input: z
    .object({ ...eventFields, unit: z.number().int().optional(), lotId: z.number().int().optional() })
    .refine((p) => p.note.length > 0, { path: ['note'], error: 'is empty' }),
  kinds: { note: { word: 'note', looksAt: true, says: () => [] } },
});
