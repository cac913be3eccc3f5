import type { ReactNode } from 'react';
import { minutesWords } from '@/core/incubation/danger';
import type { RoutineTask } from '@/core/planning/routine';
import { degrees, grouped } from '@/core/quantities/format';
import { measured } from '@/core/quantities/reader';
import { Link } from '@/ui/Link';
import type { RoomView } from '../../views/room';
import { cellOf } from './cellOf';
import { DenseRoom } from './DenseRoom';
import { Rounds } from './Rounds';
import { Routine } from './RoutineList';
import { SupplyLine } from './SupplyLine';
import { UnitCell } from './UnitCell';

/** Above so many units the drawings give way to a denser grid, so that a whole hall fits the eye. */
const DENSE_ABOVE = 80;

/** How are the eggs? Jars and trays drawn where they stand. */
export function RoomScreen({
  room,
  selected,
  stage,
  now,
  timeZone,
  us,
  routine = [],
  mayArrange = false,
  sheet,
}: {
  room: RoomView;
  selected: string | null;
  stage: string | null;
  now: number;
  timeZone: string;
  us: boolean;
  routine?: readonly RoutineTask[];
  mayArrange?: boolean;
  sheet: ReactNode;
}) {
  const rows = [...new Map(room.units.map((u) => [`${u.y} ${u.battery}`, u.battery]))];
  const wanting = room.units.filter((u) => u.holdings.some((h) => h.due.some((d) => d.urgency === 1)));
  const living = room.units.filter((u) => u.holdings.length > 0);
  const most = Math.max(1, ...room.units.flatMap((u) => u.losses.map((l) => l ?? 0)));
  const routineLeft = routine.filter((t) => t.due).length;
  const dense = room.units.length > DENSE_ABOVE;
  return (
    <div className={`grid min-h-full ${sheet ? 'grid-cols-[minmax(0,1fr)_360px] max-lg:grid-cols-1' : ''}`}>
      <section className={`min-w-0 px-6 py-4 max-sm:px-3 ${sheet ? 'max-lg:order-2' : ''}`} aria-label={room.name}>
        <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
          {room.rooms.map((r) => (
            <h1 key={r.id} className={r.id === room.id ? '' : 'font-normal'}>
              {r.id === room.id ? (
                r.name
              ) : (
                <Link href={`/rooms/${r.id}`} className="text-body text-soft">
                  {r.name}
                </Link>
              )}
            </h1>
          ))}
          {room.eggs.number > 0 && (
            <span
              className="text-body text-soft"
              data-testid="eggs-of-room"
              title="by the diameter of hardened eggs in Reference, lying in layers"
            >
              {grouped(Number(room.eggs.number.toPrecision(3)))} eggs
              {room.eggs.volumeMl !== null &&
                room.eggs.volumeMl > 0 &&
                `, about ${measured(room.eggs.volumeMl, 'volume', us, 2)}`}
            </span>
          )}
          {room.sensors.map((s) => (
            <Link
              key={s.id}
              href={`/rooms/${room.id}/programme?sensor=${s.id}`}
              className="text-body text-soft"
              title="temperature programme of this water"
            >
              {s.name} {s.celsius === null ? 'no reading yet' : degrees(s.celsius, us)}
            </Link>
          ))}
          <Link href="/compare" className="text-body text-soft">
            what differs
          </Link>
          {mayArrange && (
            <Link href={`/rooms/${room.id}?plan`} className="text-body text-soft">
              plan
            </Link>
          )}
          <span className="ml-auto text-body">
            {routineLeft > 0 && (
              <a href="#routine" className="link mr-3">
                {routineLeft} of the routine to do
              </a>
            )}
            {wanting.length > 0 && <b className="text-careful">{wanting.length} urgent</b>}
            {wanting.length > 0 && ', '}
            <span className="text-soft">
              {room.lookedToday} of {living.length} looked at today
            </span>
          </span>
        </div>
        <SupplyLine room={room} timeZone={timeZone} us={us} />
        {room.units.length === 0 && (
          <p className="quiet">
            No units stand here yet.{' '}
            <Link className="link" href="/setup">
              Set-up
            </Link>{' '}
            makes jars, trays and frames.
          </p>
        )}
        {dense && (
          <DenseRoom
            roomId={room.id}
            selected={selected}
            stage={stage}
            rows={rows.map(([key, name]) => ({
              key,
              name,
              units: room.units.filter((u) => `${u.y} ${u.battery}` === key),
            }))}
          />
        )}
        {(dense ? [] : rows).map(([key, battery]) => {
          const units = room.units.filter((u) => `${u.y} ${u.battery}` === key);
          const load = units.reduce((s, u) => s + (u.flowLPerMin ?? 0), 0);
          const needed = units.reduce((s, u) => s + (u.danger?.flowNeeded ?? 0), 0);
          const flow = (l: number) => measured(l, 'flow', us, 2);
          const soonest = units.reduce((m, u) => Math.min(m, u.danger?.minutes ?? m), Number.POSITIVE_INFINITY);
          return (
            <section key={key} className="mb-3" aria-label={battery || 'units'}>
              <div className="flex items-baseline gap-3 border-b-2 border-deep/40 pb-0.5">
                <h2>{battery || 'Units'}</h2>
                {load > 0 && (
                  <span className="text-small text-soft">
                    flow set {flow(load)}
                    {needed > 0 && Number.isFinite(needed) && (
                      <span className={needed > load ? 'font-semibold text-hand' : ''}>
                        , their oxygen needs {flow(needed)}
                      </span>
                    )}
                    {!Number.isFinite(needed) && <b className="text-hand">, the water brings too little oxygen</b>}
                  </span>
                )}
                {Number.isFinite(soonest) && (
                  <span className="ml-auto text-small text-soft">
                    if the flow stops, the first unit is in danger after {minutesWords(soonest)}
                  </span>
                )}
              </div>
              {units.every((u) => u.holdings.length === 0) ? (
                <p className="py-1.5 text-small text-soft">
                  all empty:{' '}
                  {units.map((u) => (
                    <Link
                      key={u.id}
                      href={`/rooms/${room.id}?unit=${encodeURIComponent(u.name)}`}
                      scroll={false}
                      className="mr-2.5 text-soft"
                    >
                      {u.name}
                    </Link>
                  ))}
                </p>
              ) : (
                <ul
                  className="grid max-md:!grid-cols-3"
                  // Neighbours in the room are neighbours here: one row of the room is one row of the page.
                  style={{
                    gridTemplateColumns:
                      units.length > 12
                        ? 'repeat(auto-fill, minmax(120px, 1fr))'
                        : `repeat(${Math.max(6, units.length)}, minmax(0, 1fr))`,
                  }}
                >
                  {units.map((u) => (
                    <UnitCell
                      key={u.id}
                      u={cellOf(u, now, timeZone)}
                      roomId={room.id}
                      selected={selected === u.name}
                      dimmed={stage !== null && !u.holdings.some((h) => h.station === stage)}
                      most={most}
                    />
                  ))}
                </ul>
              )}
            </section>
          );
        })}
        <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-8 max-lg:grid-cols-1">
          <Routine tasks={routine} now={now} timeZone={timeZone} />
          <Rounds rounds={room.rounds} now={now} timeZone={timeZone} />
        </div>
      </section>
      {sheet}
    </div>
  );
}
