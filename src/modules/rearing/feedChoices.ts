import type { FeedChoices } from '@/client/session';
import { massOfAll } from '@/core/quantities/mass';
import { dayMonth } from '@/core/time/localDay';

/**
 * Lots of the feed store to choose from, by product, the one that expires first before the others.
 * @param chosen stands in the list though it is used up: an entry that is corrected keeps its bag
 */
export function feedLotOptions(
  feeds: FeedChoices,
  reader: { timeZone: string; now: number; us: boolean },
  chosen: number | null = null,
): { value: string; label: string; group: string }[] {
  const known = feeds.products.flatMap((p) =>
    p.lots.map((l) => ({
      value: String(l.id),
      label: `${p.name}, lot ${l.name}, ${massOfAll(Math.max(0, l.leftG), reader.us, 2)} left${
        l.bestBefore === null
          ? ''
          : l.bestBefore <= reader.now
            ? `, past its date (${dayMonth(l.bestBefore - 1, reader.timeZone, reader.now)})`
            : `, best before ${dayMonth(l.bestBefore - 1, reader.timeZone, reader.now)}`
      }`,
      group: p.name,
    })),
  );
  if (chosen === null || known.some((o) => o.value === String(chosen))) return known;
  return [...known, { value: String(chosen), label: 'a lot that is used up', group: 'used up' }];
}
