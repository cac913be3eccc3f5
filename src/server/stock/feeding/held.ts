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

const hold = z.object({ until: z.number(), why: z.string() });
/** A grading that is planned holds the feed from its own hour on. */
const planned = hold.extend({ holdFrom: z.number() });

/**
 * Tanks that somebody said are not fed for a while, or whose grading is near. A plan for later leaves what is held now as
 * it is; fed again is said after it of both. Two statements.
 */
export async function heldFeed(
  db: Db,
  lots: readonly number[],
  now: number,
): Promise<{ of: (h: { lotId: number; unitId: number }) => Waits | null }> {
  const [set, plans] = await Promise.all([lastSet(db, 'feedHold', lots, now), lastSet(db, 'gradingPlan', lots, now)]);
  return {
    of: (h) => {
      const said = set.of(h.lotId, h.unitId);
      const own = said?.here ? hold.safeParse(said.intent) : null;
      if (own?.success && own.data.until > now) return { why: 'hold', until: own.data.until, said: own.data.why };
      const found = plans.of(h.lotId, h.unitId);
      const plan = found?.here ? planned.safeParse(found.intent) : null;
      if (!plan?.success || plan.data.until <= now || plan.data.holdFrom > now) return null;
      // Said to be fed again while the plan held them: that was meant.
      const lifted = own?.success && said!.at >= plan.data.holdFrom && own.data.until <= said!.at;
      return lifted ? null : { why: 'hold', until: plan.data.until, said: plan.data.why };
    },
  };
}
