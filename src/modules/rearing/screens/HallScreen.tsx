import type { ReactNode } from 'react';
import { degrees, figures } from '@/core/quantities/format';
import { clock } from '@/core/time/localDay';
import { Link } from '@/ui/Link';
import type { HallView } from '../views/hall';
import { feedMassOf } from './feedWords';
import { HallNav } from './HallNav';
import { HallTable } from './HallTable';
import { TankCell } from './hall/TankCell';
import { tankOf } from './hall/tankOf';

/** Above so many units the drawings give way to smaller ones, so that a whole hall fits the eye. */
const DENSE_ABOVE = 60;

/** Who is tight, hungry, ill? Tanks drawn where they stand, each with the limit that binds and what it was fed. */
export function HallScreen({
  hall,
  selected,
  stage,
  table,
  leastSure = [],
  now,
  timeZone,
  us,
  sheet,
}: {
  hall: HallView;
  selected: string | null;
  stage: string | null;
  /** Shown as a table instead. */
  table: boolean;
  /** Where a count would bring most. */
  leastSure?: readonly { holdingId: number; unit: string }[];
  now: number;
  timeZone: string;
  us: boolean;
  sheet: ReactNode;
}) {
  const { units } = hall;
  const living = units.filter((u) => u.holdings.length > 0);
  const largestL = Math.max(1, ...units.filter((u) => u.kind === 'tank').map((u) => u.volumeL ?? 0));
  const reader = { timeZone, now, us };
  const dense = units.length > DENSE_ABOVE;
  const fed = units.flatMap((u) => u.fed);
  const rooms = [...new Set(units.map((u) => u.room))];
  return (
    <div className={`grid min-h-full ${sheet ? 'grid-cols-[minmax(0,1fr)_360px] max-lg:grid-cols-1' : ''}`}>
      <section className={`min-w-0 px-6 py-4 max-sm:px-3 ${sheet ? 'max-lg:order-2' : ''}`} aria-label="Rearing hall">
        <div className="mb-1 flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h1>Rearing hall</h1>
          <span className="text-soft">
            {living.length} of {units.length} units hold fish
          </span>
          <HallNav here="/rearing">
            <Link className="link" href={table ? '/rearing' : '/rearing?as=table'}>
              {table ? 'As drawing' : 'As a table'}
            </Link>
          </HallNav>
        </div>
        {units.length === 0 && (
          <p className="quiet">
            No tanks yet.{' '}
            <Link className="link" href="/setup">
              Set-up
            </Link>{' '}
            makes tanks, raceways and ponds.
          </p>
        )}
        <FedToday fed={fed} timeZone={timeZone} us={us} />
        {leastSure.length > 0 && (
          <p className="mb-2 flex flex-wrap gap-x-3 gap-y-1 text-body" data-testid="least-sure">
            <span>The books are least sure here: count</span>
            {leastSure.map((l) => (
              <Link key={l.holdingId} className="link" href={`/count?of=${l.holdingId}`}>
                {l.unit}
              </Link>
            ))}
          </p>
        )}
        {table ? (
          <HallTable units={units} selected={selected} stage={stage} us={us} timeZone={timeZone} now={now} />
        ) : (
          rooms.map((room) => (
            <Room key={room} room={room} hall={hall} us={us}>
              {rowsOf(hall, room).map(([key, list]) => (
                <ul
                  key={key}
                  className="grid border-b border-rule py-1 last:border-0 max-md:!grid-cols-4 max-sm:!grid-cols-2"
                  // Neighbours in the hall are neighbours here: one row of it is one row of the page where it fits.
                  style={{
                    gridTemplateColumns:
                      dense || list.length > 8
                        ? `repeat(auto-fill, minmax(${dense ? 112 : 108}px, 1fr))`
                        : `repeat(${Math.max(6, list.length)}, minmax(0, 1fr))`,
                  }}
                >
                  {list.map((u) => (
                    <TankCell
                      key={u.id}
                      t={tankOf(u, largestL, reader)}
                      selected={selected === u.name}
                      dimmed={stage !== null && !u.holdings.some((h) => h.station === stage)}
                      dense={dense}
                    />
                  ))}
                </ul>
              ))}
            </Room>
          ))
        )}
      </section>
      {sheet}
    </div>
  );
}

/** Rows of a room as it was arranged; what stands empty among them keeps its place. */
const rowsOf = (hall: HallView, room: string) => {
  const here = hall.units.filter((u) => u.room === room);
  const rows = new Map<string, typeof here>();
  for (const u of here) {
    const key = `${u.y} ${u.row}`;
    rows.set(key, [...(rows.get(key) ?? []), u]);
  }
  return [...rows];
};

function Room({ room, hall, us, children }: { room: string; hall: HallView; us: boolean; children: ReactNode }) {
  const waters = hall.waters.filter((w) => w.room === room);
  return (
    <section className="mb-4" aria-label={room}>
      <div className="flex items-baseline gap-3 border-b-2 border-deep/40 pb-0.5">
        <h2>{room}</h2>
        <span className="text-small text-soft">
          {waters.map((w) => `${w.name} ${w.celsius === null ? 'no reading yet' : degrees(w.celsius, us)}`).join(', ')}
        </span>
      </div>
      {children}
    </section>
  );
}

/** What of the day's feed was given, and when hands are wanted next. */
function FedToday({
  fed,
  timeZone,
  us,
}: {
  fed: readonly HallView['units'][number]['fed'][number][];
  timeZone: string;
  us: boolean;
}) {
  const ofG = fed.reduce((s, f) => s + (f.prescribed.is === 'ration' ? f.prescribed.feedG : 0), 0);
  if (ofG <= 0) return null;
  const givenG = fed.reduce((s, f) => s + f.givenG, 0);
  const due = fed.filter((f) => !f.waits && f.meals.some((m) => m.is === 'now' || m.is === 'late'));
  const next = fed
    .flatMap((f) => f.meals)
    .filter((m) => m.is === 'coming')
    .sort((a, b) => a.at - b.at)[0];
  return (
    <p className="mb-2 flex flex-wrap items-center gap-x-3 text-body" data-testid="fed-today">
      <b>Fed today</b>
      <span className="h-[10px] w-[min(320px,40vw)] bg-rule" aria-hidden>
        <span className="block h-full bg-deep" style={{ width: `${Math.min(100, (100 * givenG) / ofG)}%` }} />
      </span>
      <span>
        {feedMassOf(givenG, us)} of {feedMassOf(ofG, us)}, {figures((100 * givenG) / ofG, 2)} %
      </span>
      {due.length > 0 ? (
        <Link className="link" href="/rearing/feeding">
          {due.length} {due.length === 1 ? 'tank' : 'tanks'} to feed now
        </Link>
      ) : (
        next && <span className="text-soft">next {clock(next.at, timeZone)}</span>
      )}
    </p>
  );
}
