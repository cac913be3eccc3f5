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
import { shippedRegimes } from '@/reference/regimes';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';

/** A regime as a tank follows it. */
export type Followed = {
  id: string;
  name: string;
  by: RegimeUnit;
  steps: RegimeStep[];
  hatchedAt: number;
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

/** The regimes that holdings follow, by holding; of a lot that was moved the one that it followed before. One statement. */
export async function regimesFollowed(
  db: Db,
  lotIds: readonly number[],
  now: number,
): Promise<{ of: (lotId: number, unitId: number) => Followed | null }> {
  const lots = [...new Set(lotIds)];
  const rows =
    lots.length === 0
      ? []
      : await db('observation as o')
          .join(
            db('observation')
              .whereIn('lot_id', lots)
              .where('kind', 'regime')
              .where('at', '<=', now)
              .groupBy('lot_id', 'unit_id')
              .select('lot_id', 'unit_id', db.raw('MAX(`at`) AS latest'))
              .as('m'),
            (on) => on.on('m.lot_id', 'o.lot_id').andOn('m.unit_id', 'o.unit_id').andOn('m.latest', 'o.at'),
          )
          .join('entry as e', 'e.seq', 'o.entry_seq')
          .where('o.kind', 'regime')
          .orderBy([
            { column: 'o.at', order: 'desc' },
            { column: 'o.entry_seq', order: 'desc' },
          ])
          .select<{ lot_id: number; unit_id: number; intent: string }[]>('o.lot_id', 'o.unit_id', 'e.intent');
  return {
    of: (lotId, unitId) => {
      const own = rows.filter((r) => r.lot_id === lotId);
      const found = own.find((r) => r.unit_id === unitId) ?? own[0];
      const read = found && intent.safeParse(fromJson(found.intent));
      const shipped = read?.success ? shippedRegimes().find((r) => r.id === read.data.regime) : undefined;
      if (!shipped || !read?.success) return null;
      return {
        id: shipped.id,
        name: shipped.name,
        by: shipped.by,
        steps: regimeInOrder(read.data.steps ?? shipped.steps, shipped.by),
        hatchedAt: read.data.hatchedAt,
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
