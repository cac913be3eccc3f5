'use client';

import { useSession } from '@/client/session';
import { degrees, grouped } from '@/core/quantities/format';
import { clock, dayMonth } from '@/core/time/localDay';
import { haulStates } from '@/core/transport/haul';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { DayBoard, SiteDay } from '../views/day';

/** A day at the water: which truck comes when, what goes where, over which places, and who carried it. */
export function DayScreen({
  of: board,
  day,
  before,
  after,
}: {
  of: DayBoard;
  /** First instant of the day. */
  day: number;
  /** The days beside it, as their addresses have them. */
  before: string;
  after: string;
}) {
  const { timeZone, now } = useSession();
  const planned = board.sites.reduce((s, x) => s + x.planned, 0);
  const done = board.sites.reduce((s, x) => s + x.done, 0);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="The day at the water">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>At the water, {dayMonth(day, timeZone, now)}</h1>
        <p className="text-lead text-soft" role="status">
          {board.sites.length === 0
            ? 'Nothing goes out on this day.'
            : `${grouped(Math.round(done))} of ${grouped(Math.round(planned))} let go`}
        </p>
        <span className="ml-auto flex flex-wrap items-baseline gap-x-4">
          <Link className="link" href={`/moves/day?day=${before}`}>
            the day before
          </Link>
          <Link className="link" href={`/moves/day?day=${after}`}>
            the day after
          </Link>
          <Link className="link" href="/moves/hauls">
            Hauls
          </Link>
        </span>
      </div>
      <div className="grid grid-cols-[minmax(0,280px)_minmax(0,1fr)] gap-x-8 gap-y-4 max-lg:grid-cols-1">
        <section aria-label="Trucks">
          <h2 className="border-b-2 border-deep/40 pb-0.5">Trucks, in their order</h2>
          {board.hauls.length === 0 && <p className="quiet my-1">None leaves on this day.</p>}
          <ol>
            {board.hauls.map((h) => {
              const warn = h.tanksNow.find((t) => t.todo);
              return (
                <li key={h.id} className="border-b border-rule py-1.5" data-truck={h.truck}>
                  <div className="flex items-baseline gap-3">
                    <b>{clock(h.leaveAt, timeZone)}</b>
                    <Link className="link font-semibold" href={`/moves/hauls/${h.id}`}>
                      {h.truck}
                    </Link>
                    <span className={`ml-auto text-small ${h.state === 'underWay' ? 'text-careful' : 'text-soft'}`}>
                      {haulStates[h.state]}
                    </span>
                  </div>
                  <p className="text-small text-soft">
                    {h.loads
                      .map(
                        (l) => `${grouped(Math.round(l.loaded?.number ?? l.number))} to ${l.siteName || 'elsewhere'}`,
                      )
                      .join('; ') || 'nobody yet'}
                    , there {clock(h.dueAt, timeZone)}
                  </p>
                  {warn && <b className="text-small text-hand">{`${warn.name}: ${warn.todo}`}</b>}
                </li>
              );
            })}
          </ol>
          {board.people.length > 0 && (
            <>
              <h2 className="mt-4 border-b-2 border-deep/40 pb-0.5">Carried by</h2>
              <ul>
                {board.people.map((p) => (
                  <li key={p.name} className="flex border-b border-rule py-1">
                    {p.name}
                    <span className="ml-auto">
                      {p.buckets} {p.buckets === 1 ? 'bucket' : 'buckets'}
                    </span>
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
        <div>
          {board.sites.map((s) => (
            <Water key={s.id} of={s} />
          ))}
        </div>
      </div>
    </section>
  );
}

function Water({ of: s }: { of: SiteDay }) {
  const { timeZone, units } = useSession();
  const coming = s.arrivals.reduce((n, a) => n + a.buckets, 0);
  const each = s.points.length > 0 && coming > 0 ? Math.ceil(coming / s.points.length) : null;
  return (
    <section aria-label={s.name} className="mb-5">
      <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
        {s.name}
        <span className="ml-auto text-body font-normal">
          {grouped(Math.round(s.done))} of {grouped(Math.round(s.planned))}
          {s.waters.length > 0 && (
            <span className="text-soft">, water {degrees(s.waters.at(-1)!, units === 'us')}</span>
          )}
        </span>
      </h2>
      {!s.permit && <p className="text-careful">No permit is on file.</p>}
      <Table>
        <thead>
          <tr>
            <th>there</th>
            <th>truck</th>
            <th>from</th>
            <th className="num">number</th>
            <th className="num">buckets</th>
          </tr>
        </thead>
        <tbody>
          {s.arrivals.map((a) => (
            <tr key={`${a.haul} ${a.unit} ${a.tank}`}>
              <td>{clock(a.at, timeZone)}</td>
              <td>
                <Link className="link" href={`/moves/hauls/${a.haul}`}>
                  {a.truck}
                </Link>
              </td>
              <td>
                <b>{a.unit}</b> <span className="text-soft">{a.lot}</span>
              </td>
              <td className="num">{grouped(Math.round(a.number))}</td>
              <td className="num">{a.buckets > 0 ? a.buckets : ''}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      {s.points.length > 0 && (
        <ul className="mt-1" aria-label={`Places along ${s.name}`}>
          {s.points.map((p) => (
            <li
              key={p.name}
              className="grid grid-cols-[minmax(0,14rem)_10rem_minmax(0,1fr)] gap-x-4 border-b border-rule py-1"
              data-point={p.name}
            >
              <b>{p.name}</b>
              <span className={p.buckets === 0 ? 'text-soft' : ''}>
                {p.buckets === 0 ? 'none yet' : `${p.buckets} ${p.buckets === 1 ? 'bucket' : 'buckets'}`}
                {each !== null && <span className="text-soft"> of some {each}</span>}
              </span>
              <span className="text-soft">{p.by.join(', ')}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
