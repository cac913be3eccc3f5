import type { FeedNow } from '@/core/feeding/regime';
import { type PreyFeeding, preyMeals } from '@/core/liveFood/demand';
import { thresholds } from '@/core/thresholds';
import { addLocalDays, atLocalHour, localDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import type { Db } from '@/store/connection';
import { type Followed, feedsThen, placeIn, regimesFollowed } from './regimesFollowed';
import { degreeDays, warmthOf } from './warmth';

/** What follows a regime: of a holding what is needed to tell its place and its water. */
export type Follower = {
  holdingId: number;
  lotId: number;
  unitId: number;
  sensorId: number | null;
  volumeL: number | null;
};

export type Following = Follower & {
  regime: Followed;
  /** Days after the hatch, or degree-days. */
  place: number;
  feeds: FeedNow[];
  /** Live food up to the end of the outlook; empty where the volume of the tank is not known. */
  meals: PreyFeeding[];
};

/** Every tank that follows a regime, with what it is fed today and its meals of live food for so many days. */
export async function following(
  db: Db,
  site: { siteId: number; timeZone: string },
  now: number,
  all: readonly Follower[],
  days: number,
): Promise<Following[]> {
  const regimes = await regimesFollowed(
    db,
    site.siteId,
    all.map((f) => f.lotId),
    now,
  );
  const followers = all.flatMap((f) => {
    const regime = regimes.of(f.lotId, f.unitId);
    return regime ? [{ ...f, regime }] : [];
  });
  const byWarmth = followers.filter((f) => f.regime.by === 'degreeDays' && f.sensorId !== null);
  const warmth = await warmthOf(
    db,
    [...new Set(byWarmth.map((f) => f.sensorId!))],
    Math.min(now, ...byWarmth.map((f) => f.regime.hatchedAt)),
    now,
  );
  return followers.map((f) => {
    const rows = f.sensorId === null ? [] : (warmth.get(f.sensorId) ?? []);
    const soFar = degreeDays(rows, f.regime.hatchedAt, now);
    const lastC = rows.at(-1)?.celsius ?? 0;
    /** Beyond now the water is taken to stay as it is. */
    const placeAt = (at: number) =>
      placeIn(f.regime, at, soFar + (Math.max(0, lastC) * Math.max(0, at - now)) / DAY_MS);
    const meals = Array.from({ length: days }, (_, d) => {
      const start = d === 0 ? localDay(now, site.timeZone).start : addLocalDays(now, d, site.timeZone);
      const noon = atLocalHour(start, 12, site.timeZone);
      if (!f.volumeL) return [];
      return preyMeals(feedsThen(f.regime, placeAt(noon)), f.volumeL, {
        from: thresholds.preyFrom.value,
        to: thresholds.preyTo.value,
      }).map((m) => ({ ...m, at: atLocalHour(start, m.at, site.timeZone) }));
    }).flat();
    return { ...f, place: placeAt(now), feeds: feedsThen(f.regime, placeAt(now)), meals };
  });
}
