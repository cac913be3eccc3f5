import { useSession } from '@/client/session';
import { degreesApart, figures, grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { Link } from '@/ui/Link';
import type { ProgrammeView } from '../../views/programme';
import type { CourseFigures } from './course';

/** What the search for the cheapest programme answers. */
export type Answer = {
  possible: boolean;
  temperatures: { at: string; celsius: number }[];
  energyKwh: number;
  boundKwh: number | null;
  reaches: string | null;
  nearest: string | null;
  warnings?: string[];
};

/** Which room and which of its waters. */
export function Head({ view }: { view: ProgrammeView }) {
  return (
    <div>
      <h1>Temperature programme</h1>
      <p className="text-body">
        <Link className="link" href={`/rooms/${view.room.id}`}>
          {view.room.name}
        </Link>
        {view.sensors.map((x) =>
          x.id === view.sensor?.id ? (
            <b key={x.id} className="ml-3">
              {x.name}
            </b>
          ) : (
            <Link key={x.id} className="link ml-3" href={`/rooms/${view.room.id}/programme?sensor=${x.id}`}>
              {x.name}
            </Link>
          ),
        )}
      </p>
    </div>
  );
}

/** In one sentence: can it be had, when is it, what does it cost, what is off. */
export function Verdict({
  answer,
  lot,
  worth,
  dates,
  running,
  drawn,
  now,
  timeZone,
  window: wanted,
}: {
  answer: Answer | null;
  lot: string;
  worth: CourseFigures | null;
  dates: number | null;
  running: ProgrammeView['running'];
  drawn: boolean;
  now: number;
  timeZone: string;
  window: { from: number; to: number } | null;
}) {
  const us = useSession().units === 'us';
  if (!drawn)
    return running ? (
      <p className="mb-1 min-h-[3.2rem]">
        <b>In force</b> since {dayMonth(running.madeAt, timeZone, now)}, by {running.by}: {running.lot} for{' '}
        {dayMonth(running.targetAt - 1, timeZone, now)}.{' '}
        {running.deviation !== null &&
          (Math.abs(running.deviation) < 0.25 ? (
            <span className="text-deep">The water keeps to it.</span>
          ) : (
            <span className="font-semibold text-hand">
              The last day was {degreesApart(Math.abs(running.deviation), us)}{' '}
              {running.deviation > 0 ? 'above' : 'below'} what was set: look at the plant, then find the cheapest from
              here anew.
            </span>
          ))}
      </p>
    ) : (
      <p className="quiet mb-1 min-h-[3.2rem]">
        Choose the lot and the wanted day: the cheapest course of set points within the limits is worked out, or what
        stands in the way.
      </p>
    );
  const inside =
    wanted === null || (dates !== null && dates >= wanted.from - DAY_MS / 24 && dates <= wanted.to + DAY_MS / 24);
  return (
    <div className="mb-1 min-h-[3.2rem]" data-testid="verdict">
      <p>
        {answer && !answer.possible ? (
          <b className="text-hand">
            {(answer.warnings?.[0] ?? 'The date cannot be had').replace(/^./, (c) => c.toUpperCase())}. This is the
            nearest.
          </b>
        ) : (
          <>
            <b className={inside ? 'text-deep' : 'text-hand'}>
              {lot}: {dates === null ? 'not reached' : dayMonth(dates, timeZone, now)}
              {inside ? '' : ', outside of what is wanted'}
            </b>
            {worth && (
              <>
                {' '}
                for <b>{grouped(worth.energyKwh)} kWh</b>, at most{' '}
                {figures(Math.max(worth.mostHeatKw, worth.mostChillKw), 2)} kW
              </>
            )}
            {answer?.boundKwh != null &&
              worth &&
              Math.abs(worth.energyKwh - answer.energyKwh) < 0.02 * answer.energyKwh + 1 && (
                <span className="quiet">
                  ; nothing within the limits does it for less than {grouped(answer.boundKwh)}
                </span>
              )}
            .
          </>
        )}
      </p>
      {worth && worth.risks.length > 0 && (
        <p className="text-careful">
          {worth.risks
            .slice(0, 3)
            .map((r) => `${r.says} from ${dayMonth(r.at, timeZone, now)}`)
            .join('; ')
            .replace(/^./, (c) => c.toUpperCase())}
          .
        </p>
      )}
    </div>
  );
}
