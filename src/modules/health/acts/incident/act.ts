import { z } from 'zod';
import { type Incident, incidentIds, incidents } from '@/core/practice/incidents';
import { defineAct, returns } from '@/server/act/define';
import { eventFields } from '@/server/act/event';

/** Something happened to a person. */
export const recordIncident = defineAct({
  type: 'incident.record',
  title: 'Incident',
  by: ['manager', 'culturist', 'hand'],
  input: z.object({
    ...eventFields,
    what: z.enum(incidentIds),
    who: z.string().trim().min(1, 'needed: whom').max(80, 'is too long'),
    said: z.string().trim().min(1, 'needed: what happened').max(500, 'is too long'),
    done: z.string().trim().max(500, 'is too long').default(''),
  }),
  result: returns<{ what: Incident }>(),
  kinds: {
    incident: {
      word: 'incident',
      says: ({ intent: i }) => [
        `${i.who ?? ''}, ${incidents[i.what ?? 'other'].word}: ${i.said ?? ''}${i.done ? `; done: ${i.done}` : ''}`,
      ],
    },
  },
  texts: (i) => [i.who, i.said, i.done],
});
