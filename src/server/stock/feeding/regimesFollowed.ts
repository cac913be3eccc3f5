import { z } from 'zod';
import {
  type FeedNow,
  feedsAt,
  type RegimeStep,
  type RegimeUnit,
  regimeInOrder,
  regimeStep,
} from '@/core/feeding/regime';
import { turnOf } from '@/core/species/life';
import type { Species } from '@/core/species/species';
import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';
import { lastSet } from './lastSet';
import { regimesHere } from './regimesHere';

/** A regime as a tank follows it. */
export type Followed = {
  id: string;
  name: string;
  by: RegimeUnit;
  steps: RegimeStep[];
  hatchedAt: number;
  /** Since when it is followed. */
  since: number;
};

const intent = z.object({
  regime: z.string(),
  hatchedAt: z.number(),
  steps: z.array(regimeStep).optional(),
});

/** When half of a lot had hatched, as seen or foreseen; null where neither is known. */
export async function hatchOf(db: Db, lotId: number, species: Species): Promise<number | null> {
  const hatch = species.milestones.find((m) => turnOf(species, m) === 'hatch');
  if (!hatch) return null;
  const seen = await db('stage_seen').where({ lot_id: lotId, milestone: hatch.id }).orderBy('at').first('at');
  if (seen) return seen.at;
  const foreseen = await db('prediction')
    .where({ lot_id: lotId, milestone: hatch.id })
    .whereNotNull('at')
    .orderBy('at')
    .first('at');
  return foreseen?.at ?? null;
}

/** The regimes that holdings follow, by holding; of a lot that was moved the one that it followed before. Two statements. */
export async function regimesFollowed(
  db: Db,
  siteId: number,
  lotIds: readonly number[],
  now: number,
): Promise<{ of: (lotId: number, unitId: number) => Followed | null }> {
  const [set, all] = await Promise.all([lastSet(db, 'regime', lotIds, now), regimesHere(db, siteId)]);
  return {
    of: (lotId, unitId) => {
      const found = set.of(lotId, unitId);
      const read = found && intent.safeParse(found.intent);
      const shipped = read?.success ? all.find((r) => r.id === read.data.regime) : undefined;
      if (!shipped || !read?.success) return null;
      return {
        id: shipped.id,
        name: shipped.name,
        by: shipped.by,
        steps: regimeInOrder(read.data.steps ?? shipped.steps, shipped.by),
        hatchedAt: read.data.hatchedAt,
        since: found!.at,
      };
    },
  };
}

/** How far a tank is in its regime: whole days after the hatch, or degree-days. @param degreeDays since the hatch */
export const placeIn = (f: Followed, at: number, degreeDays: number): number =>
  f.by === 'days' ? Math.floor((at - f.hatchedAt) / DAY_MS) : degreeDays;

/** What is fed there then; nothing before the first step, and nothing where the regime has ended. */
export function feedsThen(f: Followed, place: number): FeedNow[] {
  const last = f.steps.at(-1)!;
  if (place < 0 || (last.to !== undefined && place >= last.to)) return [];
  return feedsAt(f.steps, place, f.by);
}
