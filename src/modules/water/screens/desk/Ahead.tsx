import { Link } from '@/ui/Link';
import type { WaterAhead } from '../../views/ahead';
import { aheadSays, aheadTodo, likelySays, whenAhead } from '../aheadWords';

/** What will be beyond a limit in the days to come, the soonest first, with what holds it off. */
export function Ahead({
  of,
  now,
  timeZone,
  us,
}: {
  of: readonly WaterAhead[];
  now: number;
  timeZone: string;
  us: boolean;
}) {
  return (
    <section aria-label="In the days to come" className="mb-3">
      <h2 className="border-b-2 border-deep/40 pb-0.5">In the days to come</h2>
      {of.length === 0 && (
        <p className="quiet my-1">
          Nothing is likely to pass a limit in the next five days, as far as probes and weighings tell.
        </p>
      )}
      <ol>
        {of.slice(0, MOST).map((a) => (
          <li key={a.key} className="border-b border-rule py-1.5" data-ahead={a.where}>
            <p className="flex flex-wrap items-baseline gap-x-3">
              {a.unitId === null ? (
                <Link className="font-bold text-ink" href={`/rooms/${a.roomId}`}>
                  {a.where}
                </Link>
              ) : (
                <Link className="font-bold text-ink" href={`/rearing?unit=${encodeURIComponent(a.where)}`}>
                  {a.where}
                </Link>
              )}
              <span className="text-small text-soft">{a.room}</span>
              <b className="ml-auto text-careful">{whenAhead(a.breach.at, now, timeZone)}</b>
            </p>
            <p>
              {aheadSays(a, us)} <span className="text-soft">({likelySays(a.breach.chance)})</span>
            </p>
            <p className="text-small text-soft">Before it: {aheadTodo(a, us).join(', ')}.</p>
          </li>
        ))}
      </ol>
      {of.length > MOST && <p className="quiet">and {of.length - MOST} more, later.</p>}
      {of.length > 0 && (
        <p className="quiet mt-1 text-small">
          From the probes’ own last days and what the fish use, if the weather goes on as it does; each thing to do by
          itself holds it in nine of ten. A hot front is not in it.
        </p>
      )}
    </section>
  );
}

const MOST = 5;
