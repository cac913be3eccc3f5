import { decimals } from '@/core/quantities/format';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import type { FeedThing } from '@/modules/rearing/screens/feedThings';
import type { GradingDue } from '../views/gradingDue';

/** What grading wants before the walk, as Today lists it. */
export function gradingThings(due: GradingDue, now: number, timeZone: string): FeedThing[] {
  const when = (at: number) =>
    isoDay(at, timeZone) === isoDay(now, timeZone)
      ? clock(at, timeZone)
      : `${dayMonth(at, timeZone, now)} ${clock(at, timeZone)}`;
  return [
    ...due.planned.map(
      (p): FeedThing => ({
        key: `grading ${p.holdingId}`,
        who: p.unit,
        says:
          p.on <= now
            ? 'grading was planned: do it, or plan it anew'
            : `to be graded; no feed ${p.holdFrom <= now ? 'since' : 'from'} ${when(p.holdFrom)}`,
        when: when(p.on),
        tone: p.on <= now ? 'overdue' : 'now',
        href: `/rearing/grading?of=${p.holdingId}`,
      }),
    ),
    ...due.grade.map(
      (g): FeedThing => ({
        key: `spread ${g.holdingId}`,
        who: g.unit,
        says: `sizes lie apart, spread ${decimals(100 * g.cv, 0)} %: grade`,
        when: '',
        tone: 'now',
        href: `/rearing/grading?of=${g.holdingId}`,
      }),
    ),
  ];
}
