import { preyNumber } from '@/core/liveFood/preyNumber';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import type { FeedThing } from '@/modules/rearing/screens/feedThings';
import type { LiveFoodDue } from '../views/liveFood';

/** A cone that is to be sown later than this is not spoken of yet. */
const AHEAD_MS = 14 * HOUR_MS;
/** Hatched so long ago, nauplii have lost the best of their fat. */
const LATE_MS = 4 * HOUR_MS;
/** Less than this before a meal is lost, sowing for it is overdue. */
const NEAR_MS = HOUR_MS;

/** What live food wants before the walk, as Today lists it: meals that fail first, with what to do. */
export function liveFoodThings(due: LiveFoodDue, now: number, timeZone: string): FeedThing[] {
  const at = (t: number) =>
    isoDay(t, timeZone) === isoDay(now, timeZone)
      ? clock(t, timeZone)
      : `${dayMonth(t, timeZone, now)} ${clock(t, timeZone)}`;
  const thing = (key: string, who: string, says: string, tone: FeedThing['tone']): FeedThing => ({
    key: `prey ${key}`,
    who,
    says,
    when: '',
    tone,
    href: '/rearing/live-food',
  });
  const soon = due.lost.filter((m) => m.at < now + 24 * HOUR_MS);
  const { sow } = due;
  return [
    ...due.cultures
      .filter((c) => c.is === 'crashing')
      .map((c) => thing(c.name, c.name, `${c.kind} are about to crash: take nothing, set on anew`, 'overdue')),
    ...(soon.length > 0
      ? [
          thing(
            'lost',
            'Live food',
            `${soon.length === 1 ? 'the meal' : `${soon.length} meals, the first`} at ${at(soon[0]!.at)} ${soon.length === 1 ? 'is' : 'are'} short, by ${preyNumber(soon[0]!.nauplii)}: harvest kept cold, rotifers, or fine dry feed`,
            'overdue',
          ),
        ]
      : []),
    ...due.harvest.map((v) =>
      thing(v.cone, v.cone, `hatched since ${at(v.since)}: harvest it`, now - v.since > LATE_MS ? 'overdue' : 'now'),
    ),
    ...(sow && sow.by < now + AHEAD_MS
      ? [
          thing(
            'sow',
            'Cones',
            `sow by ${at(sow.by)}, else the meal at ${at(sow.mealAt)} fails`,
            sow.by < now + NEAR_MS ? 'overdue' : 'now',
          ),
        ]
      : []),
    ...due.cultures.filter((c) => c.is === 'uncounted').map((c) => thing(c.name, c.name, `count the ${c.kind}`, 'now')),
  ];
}
