import { figures } from '@/core/quantities/format';
import { atLocalHour, isoDay, weekday } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import { Link } from '@/ui/Link';
import type { Stretch } from '../views/feedingDay';
import type { HallView } from '../views/hall';
import { FeedingBoard } from './day/FeedingBoard';
import { bagsOf, feedRowsOf, nextRound } from './day/feedRow';
import type { KeptPrey } from './day/PreyButton';
import { WeighingOut } from './day/WeighingOut';
import { feedMassOf } from './feedWords';
import { HallNav } from './HallNav';

/** What is weighed out and given, when, to whom: the day of feeding as a board. */
export function FeedingDayScreen({
  hall,
  walk,
  kept,
  now,
  timeZone,
  us,
}: {
  hall: HallView;
  /** Of a day too long to be read at once: the stretches of its walk, and the one that is shown. */
  walk: { stretches: readonly Stretch[]; place: number } | null;
  /** Harvests of live food that stand. */
  kept: readonly KeptPrey[];
  now: number;
  timeZone: string;
  us: boolean;
}) {
  const rows = feedRowsOf(hall, { now, timeZone, us });
  const ofG = rows.reduce((s, r) => s + (r.feedG ?? 0), 0);
  const givenG = rows.reduce((s, r) => s + r.givenG, 0);
  const next = nextRound(rows, timeZone, now);
  const hours = rows.flatMap((r) => [
    ...r.meals.map((m) => m.hour),
    ...r.given.map((m) => m.hour),
    ...(r.belt ? [r.belt.from, r.belt.to] : []),
  ]);
  const nowHour = (now - atLocalHour(now, 0, timeZone)) / HOUR_MS;
  // Whole steps of three hours around all that is drawn.
  const span = {
    from: Math.max(0, 3 * Math.floor(Math.min(6, nowHour, ...hours) / 3)),
    to: Math.min(24, 3 * Math.ceil(Math.max(21, nowHour, ...hours) / 3)),
  };
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Feeding day">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>Feeding day</h1>
        <span className="text-soft">{weekday(now, timeZone)}</span>
        {ofG > 0 && (
          <span data-testid="given-today">
            {feedMassOf(givenG, us)} of {feedMassOf(ofG, us)} given, {figures((100 * givenG) / ofG, 2)} %
          </span>
        )}
        {next && (
          <span className="text-soft">
            next at {next.at}: {next.tanks} {next.tanks === 1 ? 'tank' : 'tanks'}
          </span>
        )}
        <HallNav here="/rearing/feeding" />
      </div>
      {walk && walk.stretches.length > 1 && <Stretches {...walk} />}
      {rows.length === 0 ? (
        <p className="quiet">
          Nothing eats yet. What is ponded from the incubation room, or brought in as fry, stands here with its ration.
        </p>
      ) : (
        <>
          <WeighingOut bags={bagsOf(rows)} day={isoDay(now, timeZone)} />
          <FeedingBoard rows={rows} nowHour={nowHour} span={span} kept={kept} />
        </>
      )}
    </section>
  );
}

/** The walk in stretches, and the one that is shown: cups and sums are of that one. */
function Stretches({ stretches, place }: { stretches: readonly Stretch[]; place: number }) {
  return (
    <nav aria-label="Stretches of the walk" className="mb-2 flex flex-wrap gap-x-4 gap-y-1 max-sm:gap-y-0">
      {stretches.map((s, i) => (
        <Link
          key={s.unitIds[0]}
          href={`/rearing/feeding?stretch=${i + 1}`}
          aria-current={i === place ? 'page' : undefined}
          title={`${s.tanks} tanks`}
          className={`inline-block min-w-6 py-0.5 max-sm:min-h-11 max-sm:min-w-11 max-sm:py-3 ${i === place ? 'font-bold text-ink' : 'link'}`}
        >
          {s.room} {s.first === s.last ? s.first : `${s.first} to ${s.last}`}
        </Link>
      ))}
      <span className="py-0.5 text-soft">
        {stretches.reduce((n, s) => n + s.tanks, 0)} tanks in all; sums and cups are of this stretch
      </span>
    </nav>
  );
}
