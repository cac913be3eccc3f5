import { z } from 'zod';

/** When it happened and who measured: every act that records an event carries these. */
export const eventFields = {
  /** ms since 1970; absent: now. */
  at: z.number().int().optional(),
  precision: z.enum(['minute', 'day']).default('minute'),
  /** Who measured, when it is not who types. */
  measuredBy: z.string().trim().max(80, 'is too long').default(''),
  note: z.string().trim().max(1000, 'is too long').default(''),
};

export type Event = { at: number; precision: 'minute' | 'day'; measuredBy: string; note: string };

/** The unit that an act is about, and which lot and stage in it where several stand there. */
export const standingFields = {
  unit: z.number().int(),
  lotId: z.number().int().optional(),
  stage: z.string().optional(),
};
