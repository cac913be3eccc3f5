import type { FeedNow } from '../feeding/regime';

/** Prey of a regime: live food is what it gives a density for. */
export type PreyKind = 'brineShrimp' | 'rotifers' | 'other';

export function preyKind(feed: string): PreyKind {
  if (/rotifer/i.test(feed)) return 'rotifers';
  return /brine|nauplii|artemia/i.test(feed) ? 'brineShrimp' : 'other';
}

/** One meal of live food for a tank. */
/** Whether a feed of a regime is live prey, or was: it is kept up by density, or named as such. */
export const isLiveFood = (f: { feed: string; perMl?: number }): boolean =>
  f.perMl !== undefined || /shrimp|nauplii|rotifer|flea|plankton|worm/i.test(f.feed);

export type PreyFeeding = { at: number; number: number; feed: string; kind: PreyKind };

/** Where a regime says nothing of them. */
const USUAL_MEALS = 4;

/**
 * The meals of live food of one day in one tank: each brings the water to the density of the regime, for what of the
 * feed is its share; what the last meal left is not counted on. Evenly from the first hour to the last.
 */
export function preyMeals(
  feeds: readonly FeedNow[],
  volumeL: number,
  hours: { from: number; to: number },
): PreyFeeding[] {
  return feeds.flatMap((f) => {
    if (f.perMl === undefined || f.share <= 0) return [];
    const meals = Math.max(1, Math.round(f.mealsPerDay ?? USUAL_MEALS));
    const step = meals === 1 ? 0 : (hours.to - hours.from) / (meals - 1);
    return Array.from({ length: meals }, (_, i) => ({
      at: hours.from + i * step,
      number: f.perMl! * f.share * volumeL * 1000,
      feed: f.feed,
      kind: preyKind(f.feed),
    }));
  });
}
