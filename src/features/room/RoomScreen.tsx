import Link from 'next/link';
import type { ReactNode } from 'react';
import { minutesWords } from '@/core/incubation/danger';
import type { RoutineTask } from '@/core/planning/routine';
import { degrees, figures } from '@/core/quantities/format';
import { fromBase } from '@/core/quantities/measure';
import { dayMonth } from '@/core/time/localDay';
import type { RoomUnit, RoomView } from '@/queries/room';
import type { RoundHolding } from '@/queries/round';
import { stageColour } from '@/ui/glyphs';
import { Doubtful } from '@/ui/number';
import { Routine } from '../today/Routine';
import { DenseRoom } from './DenseRoom';
import { Rounds } from './Rounds';
import { SupplyLine } from './SupplyLine';
import { LossBars, Ring, UnitDrawing } from './UnitDrawing';

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
                <Link href={`/rooms/${r.id}`} className="text-[1rem] text-soft">
                  {r.name}
                </Link>
              )}
            </h1>
          ))}
          {room.sensors.map((s) => (
            <Link
              key={s.id}
              href={`/rooms/${room.id}/programme?sensor=${s.id}`}
              className="text-[0.95rem] text-soft"
              title="temperature programme of this water"
            >
              {s.name} {s.celsius === null ? 'no reading yet' : degrees(s.celsius, us)}
            </Link>
          ))}
          <Link href="/compare" className="text-[0.95rem] text-soft">
            what differs
          </Link>
          {mayArrange && (
            <Link href={`/rooms/${room.id}?plan`} className="text-[0.95rem] text-soft">
              plan
            </Link>
          )}
          <span className="ml-auto text-[0.95rem]">
            {routineLeft > 0 && (
              <a href="#routine" className="link mr-3">
                {routineLeft} of the routine to do
              </a>
            )}
            {wanting.length > 0 && <b className="text-hand">{wanting.length} want a hand</b>}
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
          const flow = (l: number) =>
            `${figures(fromBase(l, 'flow', us ? 'gpm' : 'L/min'), 2)} ${us ? 'gpm' : 'L/min'}`;
          const soonest = units.reduce((m, u) => Math.min(m, u.danger?.minutes ?? m), Number.POSITIVE_INFINITY);
          return (
            <section key={key} className="mb-3" aria-label={battery || 'units'}>
              <div className="flex items-baseline gap-3 border-b-2 border-deep/40 pb-0.5">
                <h2>{battery || 'Units'}</h2>
                {load > 0 && (
                  <span className="text-[0.87rem] text-soft">
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
                  <span className="ml-auto text-[0.87rem] text-soft">
                    if it stops: {minutesWords(soonest)} to danger in the first
                  </span>
                )}
              </div>
              {units.every((u) => u.holdings.length === 0) ? (
                <p className="py-1.5 text-[0.92rem] text-soft">
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
                      u={u}
                      roomId={room.id}
                      selected={selected === u.name}
                      dimmed={stage !== null && !u.holdings.some((h) => h.station === stage)}
                      most={most}
                      now={now}
                      timeZone={timeZone}
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

/** The next thing in this unit's life, with its day and the half-width of its interval. */
export function nextStep(h: RoundHolding, now: number, timeZone: string): string | null {
  const next = h.milestones.find(
    (m) =>
      !m.seen &&
      m.at !== null &&
      (h.station === 'eggs' ? m.enters !== 'fry' : m.enters === 'fry') &&
      !(h.last[`check:${m.check}`] !== undefined && m.enters === undefined),
  );
  if (!next || next.at === null) return null;
  const half = next.low !== null && next.high !== null ? (next.high - next.low) / 2 / 86_400_000 : null;
  const days = half === null ? '' : half < 0.4 ? ' ±¼' : half < 0.75 ? ' ±½' : ` ±${Math.round(half)}`;
  const word = next.name === 'half hatched' ? 'hatch' : next.name;
  return `${word} ${dayMonth(next.at, timeZone, now)}${days}`;
}

function UnitCell({
  u,
  roomId,
  selected,
  dimmed,
  most,
  now,
  timeZone,
}: {
  u: RoomUnit;
  roomId: number;
  selected: boolean;
  dimmed: boolean;
  most: number;
  now: number;
  timeZone: string;
}) {
  const h = u.holdings[0];
  const due = u.holdings.flatMap((x) => x.due);
  const urgent = due.find((d) => d.urgency === 1);
  const next = h ? nextStep(h, now, timeZone) : null;
  const soon = due.find((d) => d.urgency === 2 && d.kind !== 'pick' && d.kind !== 'dead');
  const off = h?.station === 'eggs' ? (h.handsOff?.severity ?? null) : null;
  const called = u.holdings.some((x) => x.watch?.last?.verdict);
  const hatch = h?.milestones.find((m) => (h.station === 'eggs' ? m.enters === 'yolksac' : m.enters === 'fry'));
  return (
    <li>
      <Link
        href={`/rooms/${roomId}?unit=${encodeURIComponent(u.name)}`}
        scroll={false}
        aria-current={selected ? 'true' : undefined}
        data-unit={u.name}
        className={`block h-full border-l-[3px] px-2 py-1.5 text-ink no-underline ${urgent ? 'border-hand bg-hand-wash' : selected ? 'border-deep bg-deep-wash' : 'border-transparent hover:bg-sheet'} ${dimmed ? 'opacity-45' : ''}`}
      >
        <span className="flex items-baseline gap-1.5">
          <b className="text-[1rem]">{u.name}</b>
          {h && (
            // Where it must be cut, the season goes first: the lot's own number tells it from its neighbours.
            <span className="truncate text-[0.78rem] tracking-tight text-soft [direction:rtl]" title={h.lot}>
              <bdi>{h.lot}</bdi>
            </span>
          )}
        </span>
        <span className={`flex gap-2 ${u.kind === 'jar' ? 'items-start' : 'flex-col'}`}>
          <UnitDrawing u={u} handsOff={off} />
          <span className={`flex gap-1.5 ${u.kind === 'jar' ? 'flex-col' : 'items-center'}`}>
            {h && (
              <Ring
                share={hatch?.passed ?? 0}
                colour={stageColour[h.glyph] ?? 'var(--egg)'}
                glyph={h.glyph}
                size={u.kind === 'jar' ? 36 : 28}
              />
            )}
            {h && <LossBars losses={u.losses} most={most} width={u.kind === 'jar' ? 44 : 58} called={called} />}
          </span>
        </span>
        {h ? (
          <>
            <span className="block text-[0.9rem] tracking-tight">
              <Doubtful number={u.number} sd={u.sd} />
            </span>
            {next && (
              <span className="block text-[0.81rem] leading-tight tracking-tight text-soft">
                {/* The day and its doubt stay together where the cell is narrow. */}
                {next.slice(0, next.search(/\d/))}
                <span className="whitespace-nowrap">{next.slice(next.search(/\d/))}</span>
              </span>
            )}
            {u.danger && (
              <span
                className="block text-[0.8rem] leading-tight text-soft"
                title="until its oxygen is down to what they suffer at, if the flow stops"
              >
                reserve {minutesWords(u.danger.minutes)}
              </span>
            )}
            {urgent ? (
              <span className="block text-[0.83rem] leading-tight font-semibold text-hand">{short(urgent.says)}</span>
            ) : soon ? (
              <span className="block text-[0.83rem] leading-tight text-careful">{short(soon.says)}</span>
            ) : off !== null && off <= 2 ? (
              <span className="block text-[0.83rem] leading-tight text-careful">
                {off === 1 ? 'hands off' : 'gently only'}
              </span>
            ) : null}
          </>
        ) : (
          <span className="text-[0.87rem] text-soft">empty</span>
        )}
      </Link>
    </li>
  );
}

/** The first words of what is due: the whole stands in the sheet. */
const short = (says: string) => says.split(/[:,?]/)[0]!;
