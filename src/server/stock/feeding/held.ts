import { z } from 'zod';
import type { Db } from '@/store/connection';
import { lastSet } from './lastSet';

/** Why nothing should be fed just now. `said` is the reason that somebody gave. */
export type Waits = {
  why: 'rest' | 'oxygen' | 'hold';
  until: number | null;
  value?: number;
  least?: number;
  said?: string;
};

const hold = z.object({ until: z.number(), why: z.string(), holdFrom: z.number().optional() });

/** Tanks that somebody said are not fed for a while. One statement. */
export async function heldFeed(
  db: Db,
  lots: readonly number[],
  now: number,
): Promise<{ of: (h: { lotId: number; unitId: number }) => Waits | null }> {
  const set = await lastSet(db, 'feedHold', lots, now);
  return {
    of: (h) => {
      const found = set.of(h.lotId, h.unitId);
      const read = found?.here ? hold.safeParse(found.intent) : null;
      // Planned ahead it begins later than it was said.
      return read?.success && read.data.until > now && (read.data.holdFrom ?? 0) <= now
        ? { why: 'hold', until: read.data.until, said: read.data.why }
        : null;
    },
  };
}
