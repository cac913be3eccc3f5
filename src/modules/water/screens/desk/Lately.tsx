import { clock, dayMonth, localDay } from '@/core/time/localDay';
import { workEvents } from '@/core/water/circuits/works';
import type { WaterDesk } from '../../views/desk';
import type { WorkRow } from '../../works';

/** What was noticed of the works, the latest first. */
export function Lately({
  of,
  works,
  now,
  timeZone,
}: {
  of: WaterDesk['lately'];
  works: ReadonlyMap<number, WorkRow>;
  now: number;
  timeZone: string;
}) {
  if (of.length === 0) return null;
  const today = localDay(now, timeZone).start;
  return (
    <section aria-label="Noticed lately" className="mt-3">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Noticed lately</h2>
      <ul>
        {of.map((n) => (
          <li key={n.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
            <span className="text-small text-soft">
              {n.at >= today ? '' : `${dayMonth(n.at, timeZone, now)} `}
              {clock(n.at, timeZone)}
            </span>
            <b>{works.get(n.workId)?.name ?? 'a work out of use'}</b>
            <span className={n.kind === 'runs' ? 'text-deep' : 'text-careful'}>{workEvents[n.kind]}</span>
            <span>{n.said}</span>
            <span className="ml-auto text-small text-soft">{n.by}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
