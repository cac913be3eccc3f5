import { figures, grouped } from '@/core/quantities/format';
import { massEach } from '@/core/quantities/mass';
import type { HallUnit } from '../../views/hall';
import { feedRowOf } from '../day/feedRow';
import { GiveButton } from '../day/GiveButton';
import { dayWords, feedMassOf, limitWord, thermalGrowth } from '../feedWords';

/** How a tank is fed today and why, how fast it grows, and what it bears. */
export function TankToday({
  unit: u,
  now,
  timeZone,
  us,
}: {
  unit: HallUnit;
  now: number;
  timeZone: string;
  us: boolean;
}) {
  if (u.fed.length === 0) return null;
  const { tight } = u;
  return (
    <section className="mb-3 border-y border-rule py-2" aria-label="Today">
      {u.fed.map((f) => {
        const row = feedRowOf(u, f, { now, timeZone, us });
        return (
          <div key={f.holdingId} className="flex items-start justify-between gap-3">
            <div className="min-w-0 leading-snug">
              {row.feedG === null && row.givenG > 0 && <p>{feedMassOf(row.givenG, us)} given today</p>}
              {row.feedG !== null && (
                <p>
                  <b>{feedMassOf(row.feedG, us)}</b> today, {feedMassOf(row.givenG, us)} given
                  {row.leftG > 0 && `, ${feedMassOf(row.leftG, us)} left`}
                </p>
              )}
              <p className={row.feedG === null ? 'text-careful' : 'text-small text-soft'}>{row.why}</p>
              {row.regime && <p className="text-small text-soft">{row.regime}</p>}
              {row.feed && row.feedG !== null && (
                <p className={`text-small ${row.feed.short ? 'text-careful' : 'text-soft'}`}>{row.feed.label}</p>
              )}
              {row.waits && <p className="text-small text-careful">{row.waits}</p>}
              {f.grown && f.tank.weighed && (
                <p className="text-small text-soft">
                  about {massEach(f.grown.meanG, us)} each ({massEach(f.tank.weighed.meanG, us)} when weighed{' '}
                  {dayWords(f.tank.weighed.at, timeZone, now)}){thermalGrowth(f)}
                </p>
              )}
              {f.grown?.hungry && (
                <p className="text-small text-careful">
                  What was fed bears {massEach(f.grown.meanG, us)}; the water would have borne{' '}
                  {massEach(f.grown.possibleG, us)}.
                </p>
              )}
            </div>
            <GiveButton row={row} />
          </div>
        );
      })}
      {tight && (
        <p className={`mt-1 text-small ${tight.share >= 1 ? 'text-careful' : 'text-soft'}`}>
          Room for {grouped(Number(tight.bears.toPrecision(2)))} of them by {limitWord[tight.limit]},{' '}
          {figures(100 * tight.share, 2)} % taken
          {tight.fullAt !== null && tight.share < 1 && `; full ${dayWords(tight.fullAt, timeZone, now)} as they grow`}.
        </p>
      )}
    </section>
  );
}
