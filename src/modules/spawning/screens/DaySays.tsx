'use client';
import { grouped } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { Doubtful } from '@/ui/number';
import type { DayView } from '../views/day';

/** Eggs wanted, counted, still to come, with the odds that they suffice. */
export function DaySays({ view }: { view: DayView }) {
  const { plan, expected, counted, odds } = view;
  const short = plan.eggsWanted - counted.number;
  return (
    <span className="text-soft" data-testid="day-says">
      {plan.eggsWanted > 0 && <>wanted {grouped(plan.eggsWanted)} eggs</>}
      {counted.number > 0 && (
        <>
          {plan.eggsWanted > 0 && '; '}
          <b className="text-ink">
            <Doubtful number={counted.number} sd={counted.sd} />
          </b>{' '}
          counted
        </>
      )}
      {expected !== null ? (
        <>
          {(plan.eggsWanted > 0 || counted.number > 0) && '; '}about {grouped(Number(expected.toPrecision(2)))} to come
          {odds !== null && odds < 1 && (
            <span className={odds < 0.8 ? 'text-careful' : ''}>, enough in {Math.round(100 * odds)} years of 100</span>
          )}
        </>
      ) : (
        plan.eggsWanted > 0 &&
        counted.number > 0 &&
        short > Z95 * counted.sd && <span className="text-careful">, {grouped(short)} short</span>
      )}
      <Rejected view={view} />
    </span>
  );
}

/** How many strippings were held apart, where any were. */
function Rejected({ view }: { view: DayView }) {
  const strips = view.females.flatMap((f) => f.strips);
  const apart = strips.filter((s) => s.apart).length;
  if (apart === 0) return null;
  return (
    <span className="text-careful">
      ; eggs of {apart} of {strips.length} held apart
    </span>
  );
}
