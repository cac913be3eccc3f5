import { Printer } from 'lucide-react';
import type { RoutineTask } from '@/core/planning/routine';
import { degrees, degreesApart, grouped } from '@/core/quantities/format';
import { clock, isoDay, weekday } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { Routine } from '@/modules/incubation/screens/room/RoutineList';
import type { DaysNow } from '@/modules/spawning/views/daysNow';
import type { LivingHolding } from '@/server/stock/livingStock';
import { unitHref } from '@/server/stock/unitHref';
import { Link } from '@/ui/Link';
import type { Today } from '../views/today';
import { drawNext72 } from './drawNext72';
import { FeedingWants } from './FeedingWants';
import { First } from './First';
import { type FirstThing, firstThings, gravestFirst } from './firstThings';
import { Next72 } from './Next72';
import { proposedOf } from './proposed';
import { SpawningWants } from './SpawningWants';
import { Proposal, type ProposalShown, WalkRows } from './Walk';
import { walkedRooms } from './walkedRooms';
import { walkLine } from './walkLine';

/** Lines that the server writes; the browser draws those below, out of what it is sent anyway. */
const SEEN_FIRST = 6;

/** So many things stand before the walk. */
const FIRST = 3;

/** What do I do now, in which order? The walk by room and unit, and beside it the next three days. */
export function TodayScreen({
  today,
  days,
  routine,
  feeding = [],
  now,
  timeZone,
  canSettle,
  us,
  room,
  likeliest = false,
}: {
  today: Today;
  days: DaysNow;
  routine: readonly RoutineTask[];
  /** What feeding wants before the walk. */
  feeding?: readonly FirstThing[];
  now: number;
  timeZone: string;
  canSettle: boolean;
  us: boolean;
  /** The room that is walked, where the hatchery is too large to show all of them at once. */
  room: number | null;
  /** Where most dead are expected first, instead of the walk. */
  likeliest?: boolean;
}) {
  const rooms = [...new Map(today.holdings.map((h) => [h.roomId, h.room]))];
  const daily = (h: LivingHolding) => h.due.some((d) => d.kind === 'pick' || d.kind === 'dead');
  const left = today.holdings.filter(daily).length;
  const routineLeft = routine.filter((t) => t.due).length;
  const walked = walkedRooms(today.holdings, room);
  const first = gravestFirst([...firstThings(today.holdings, days.wants, now, unitHref), ...feeding]);
  const shown = ({ id, by, unit, type, payload, at }: Today['proposals'][number]): ProposalShown => {
    const meant = today.holdings.filter(
      (h) =>
        h.unitId === payload.unit &&
        (payload.lotId === undefined || h.lotId === payload.lotId) &&
        (payload.stage === undefined || h.stage === payload.stage),
    );
    const day = isoDay(at, timeZone) === isoDay(now, timeZone) ? '' : `${weekday(at, timeZone)}, `;
    return { id, by, unit, when: day + clock(at, timeZone), proposed: proposedOf(type, payload, us), books: meant };
  };
  let written = 0;
  return (
    <div className="grid min-h-full grid-cols-[minmax(0,1fr)_300px] max-lg:grid-cols-1">
      <section className="min-w-0 px-6 py-4 max-sm:px-3" aria-label="The walk">
        <div className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h1>Today</h1>
          <p data-testid="round-state">
            {today.holdings.length === 0 ? (
              ''
            ) : left === 0 && routineLeft === 0 ? (
              <span className="font-semibold text-deep">The round is done.</span>
            ) : left === 0 ? (
              `All looked at; ${routineLeft} of the routine still to do`
            ) : (
              `${left} of ${today.holdings.length} still to look at`
            )}
          </p>
          <span className="ml-auto flex flex-wrap gap-x-4 gap-y-1 whitespace-nowrap max-sm:ml-0">
            {canSettle && (
              <>
                <Link className="link" href="/take">
                  Record a take
                </Link>
                <Link className="link" href="/bring">
                  Stock that came
                </Link>
              </>
            )}
            {today.holdings.some((h) => expectedIn(h) > 0) && (
              <Link
                className="link"
                href={`/?${[room !== null && `room=${room}`, !likeliest && 'order=likeliest'].filter(Boolean).join('&')}`}
              >
                {likeliest ? 'In walking order' : 'Most dead first'}
              </Link>
            )}
            <a className="link inline-flex items-center gap-1" href="/print/round" target="_blank" rel="noopener">
              <Printer size={15} aria-hidden /> Round sheet
            </a>
          </span>
        </div>
        {today.holdings.length === 0 && (
          <div className="max-w-[34rem] border-l-[3px] border-deep pl-4">
            <p className="font-semibold">Nothing lives here yet.</p>
            <p className="quiet mt-1">
              Begin with a{' '}
              <Link className="link" href="/take">
                take of eggs
              </Link>
              , or with{' '}
              <Link className="link" href="/bring">
                stock that is here already
              </Link>
              . Rooms and units are made in{' '}
              <Link className="link" href="/setup">
                set-up
              </Link>
              .
            </p>
          </div>
        )}
        {today.leftOut > 0 && (
          <p className="mb-3 border-l-[3px] border-careful pl-3" data-testid="left-out">
            {grouped(today.leftOut)} {today.leftOut === 1 ? 'reading' : 'readings'} of probes could not be kept today.{' '}
            <Link className="link" href="/records?tab=readings">
              Which, and why
            </Link>
          </p>
        )}
        <First things={first.slice(0, FIRST)} more={first.length - FIRST} />
        <SpawningWants wants={days.wants} now={now} timeZone={timeZone} />
        <FeedingWants things={feeding} />
        {rooms.map(([roomId, room]) => {
          const inRoom = today.holdings.filter((h) => h.roomId === roomId);
          // From clean to suspect: tanks of an open case come last.
          const here = (likeliest ? [...inRoom].sort((a, b) => expectedIn(b) - expectedIn(a)) : inRoom).toSorted(
            (a, b) => Number(a.caseId !== null) - Number(b.caseId !== null),
          );
          const open = here.filter(daily).length;
          const soon = Math.max(0, SEEN_FIRST - written);
          written += here.length;
          if (!walked.has(roomId)) return <FoldedRoom key={roomId} id={roomId} name={room} here={here} open={open} />;
          return (
            <section key={roomId} className="mb-5" aria-label={room}>
              <div className="sticky top-0 z-10 flex flex-wrap items-baseline gap-x-3 border-b border-strong bg-ground py-1.5">
                <h2>
                  <Link
                    href={
                      here.some((h) => h.station === 'eggs' || h.station === 'yolksac')
                        ? `/rooms/${roomId}`
                        : '/rearing'
                    }
                    className="text-ink no-underline hover:underline"
                  >
                    {room}
                  </Link>
                </h2>
                {today.sensors
                  .filter((s) => s.roomId === roomId)
                  .map((s) => (
                    <span key={s.id} className="text-small text-soft">
                      {s.name} {s.celsius === null ? 'no reading' : degrees(s.celsius, us)}
                      {s.celsius !== null && s.yesterday !== null && Math.abs(s.celsius - s.yesterday) >= 1 && (
                        <b className="ml-1 text-hand">
                          {degreesApart(Math.abs(s.celsius - s.yesterday), us)}{' '}
                          {s.celsius > s.yesterday ? 'warmer' : 'colder'} than yesterday
                        </b>
                      )}
                      {s.at !== null && now - s.at > DAY_MS && (
                        <b className="ml-1 text-hand">not read for {Math.floor((now - s.at) / DAY_MS)} d</b>
                      )}
                    </span>
                  ))}
                <span className="ml-auto text-small text-soft">{open === 0 ? 'done' : `${open} to do`}</span>
              </div>
              <WalkRows lines={here.map((h) => walkLine(h, today.done[h.holdingId]))} soon={soon} />
              <Routine tasks={routine.filter((t) => t.roomId === roomId)} now={now} timeZone={timeZone} />
            </section>
          );
        })}
      </section>
      <aside className="border-l border-rule bg-sheet px-4 py-4 max-lg:border-t max-lg:border-l-0">
        {canSettle && today.proposals.length > 0 && (
          <section className="mb-5">
            <h2 className="mb-1 text-hand">Counts to accept</h2>
            <ul>
              {today.proposals.map((p) => (
                <Proposal key={p.id} p={shown(p)} />
              ))}
            </ul>
          </section>
        )}
        <h2>The next 72 hours</h2>
        <p className="quiet mb-2 text-small">
          from {weekday(now, timeZone)}, {clock(now, timeZone)}
        </p>
        <Next72 drawn={drawNext72(today.holdings, days.windows, now, timeZone)} />
      </aside>
    </div>
  );
}

/** Dead that a round would find there; of those that nothing watches, none. */
const expectedIn = (h: LivingHolding) => h.watch?.now.expected ?? 0;

function FoldedRoom({
  id,
  name,
  here,
  open,
}: {
  id: number;
  name: string;
  here: readonly LivingHolding[];
  open: number;
}) {
  const wanting = here.filter((h) => h.due.some((d) => d.urgency === 1)).length;
  return (
    <section aria-label={name} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-2">
      <h2>
        <Link href={`/?room=${id}`} className="text-ink">
          {name}
        </Link>
      </h2>
      <span className="text-small text-soft">
        {here.length} {here.length === 1 ? 'unit' : 'units'}
      </span>
      {wanting > 0 && <span className="text-small text-careful">{wanting} urgent</span>}
      <span className="ml-auto text-small text-soft">{open === 0 ? 'done' : `${open} to do`}</span>
    </section>
  );
}
