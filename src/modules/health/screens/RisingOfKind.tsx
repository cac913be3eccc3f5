import { riseSays } from '@/core/health/deadDays';
import { decimals } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { unitHref } from '@/server/stock/unitHref';
import { Link } from '@/ui/Link';
import type { Rising, RisingKind } from '../views/health';
import type { HealthPage } from '../views/healthPage';
import { RiseCurve } from './RiseCurve';

/** Tanks of one species that rise, and what happened to them before. */
export function RisingOfKind({
  of: k,
  cases,
  now,
  timeZone,
}: {
  of: RisingKind;
  cases: HealthPage['cases'];
  now: number;
  timeZone: string;
}) {
  const n = k.rising.length;
  return (
    <section
      aria-label={`Rising, ${k.name}`}
      className="mb-5 grid grid-cols-[minmax(0,1fr)_minmax(0,360px)] gap-x-8 max-lg:grid-cols-1"
    >
      <div>
        <h2 className="border-b-2 border-deep/40 pb-0.5">{k.name}</h2>
        <p className="my-1">
          {n > 1
            ? `${n} of ${k.of} tanks rise: look at what they share, water and feed first.`
            : k.others
              ? `The other ${k.of - 1} rise too, taken together: look at what they share, water and feed first.`
              : k.of > 1
                ? `Only here, of ${k.of} tanks: look at this tank, its flow, its fish, what was done to it.`
                : 'No other tank of them to hold it against.'}
        </p>
        {k.rising.map((r) => (
          <Rise
            key={r.holdingId}
            r={r}
            inCase={cases.find((c) => c.holdings.some((x) => x.holding === r.holdingId))}
            now={now}
            timeZone={timeZone}
          />
        ))}
      </div>
      <div>
        <h2 className="border-b-2 border-deep/40 pb-0.5">What happened before</h2>
        <p className="quiet my-1 text-small">
          By how well it fits in time and place. It goes together; that is no cause.
        </p>
        {k.before.length === 0 && <p className="quiet">Nothing was recorded of these tanks in the ten days before.</p>}
        <ul>
          {k.before.slice(0, 4).map((b) => (
            <li key={b.key} className="border-b border-rule py-1">
              <span className={b.fits === 'well' ? 'font-semibold' : b.fits === 'hardly' ? 'text-soft' : ''}>
                {b.says}
              </span>
              <span className="block text-small text-soft">
                fits {b.fits}: {b.ill.with} of {b.ill.of} that rise, {b.others.with} of {b.others.of} others;{' '}
                {daysBefore(b.daysBefore)}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}

const daysBefore = (days: number) =>
  days < 0.5 ? 'the day itself' : days < 1.5 ? 'a day before' : `${decimals(days, 0)} days before`;

function Rise({
  r,
  inCase,
  now,
  timeZone,
}: {
  r: Rising;
  inCase: HealthPage['cases'][number] | undefined;
  now: number;
  timeZone: string;
}) {
  return (
    <article
      className="grid grid-cols-[minmax(0,1fr)_minmax(0,300px)] items-start gap-x-6 border-b border-rule py-2 max-sm:grid-cols-1"
      data-rising={r.unit}
    >
      <div>
        <p className="flex flex-wrap items-baseline gap-x-3">
          <Link className="text-lead font-bold text-hand" href={unitHref(r)}>
            {r.unit}
          </Link>
          <Link className="text-ink" href={`/lots/${r.lotId}`}>
            {r.lot}
          </Link>
        </p>
        <p className="font-semibold">{riseSays(r.rise)}</p>
        <p className="text-soft">since {dayMonth(r.rise.since, timeZone, now)}</p>
        {inCase && (
          <Link className="link" href={`/health/${inCase.id}`}>
            its case
          </Link>
        )}
      </div>
      <RiseCurve days={r.days} usual={r.usual} now={now} timeZone={timeZone} />
    </article>
  );
}
