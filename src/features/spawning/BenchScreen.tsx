'use client';

import Link from 'next/link';
import { useEffect, useRef, useState } from 'react';
import { findingWords } from '@/core/induction/latency';
import { ownRules } from '@/core/ownRules';
import { grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { wilson } from '@/core/sampling/proportion';
import { motilities } from '@/core/spawning/acts';
import { nextBowl } from '@/core/spawning/bench';
import { type BenchDue, benchDue } from '@/core/spawning/due';
import { clock } from '@/core/time/localDay';
import type { BenchBowl, BenchFemale, BenchView } from '@/queries/spawning';
import { Doubtful } from '@/ui/number';
import type { PlaceOption } from '../acts/holding';
import { LayDownForm } from '../acts/moveForms';
import { BroodTabs } from '../brood/BroodTabs';
import { bookOf, type FishInHand } from '../brood/fish';
import { FateForm, FishMoveForm, LookForm } from '../brood/fishForms';
import { useSession } from '../frame/session';
import { PrintLabels } from '../print/PrintLabels';
import { BathForm } from './BathForm';
import { Baths } from './Baths';
import { BowlSteps } from './BowlSteps';
import { ClockAxis, ClockBar, clockSpan } from './ClockBar';
import { CountBowl } from './CountBowl';
import { CrossForm } from './CrossForm';
import { DayPlanForm } from './DayPlanForm';
import { InjectForm, MiltForm, ReadyForm, StripForm } from './fishActs';
import { Materials } from './Materials';
import { NestForm } from './NestForm';
import { span } from './span';
import { TakingSteps } from './TakingSteps';
import { useNow } from './useNow';

type FishAct = 'look' | 'inject' | 'ready' | 'strip' | 'milt' | 'move' | 'fate';
type Open =
  | { what: 'plan' }
  | { what: 'fish'; id: number; act: FishAct }
  | { what: 'cross'; first?: number }
  | { what: 'nest'; female: number }
  | { what: 'bath'; protocol: string }
  | { what: 'count' | 'layDown'; bowl: string }
  | null;

/** One spawning day: who is next, how much, how long; with wet hands, or from the desk by the person who writes. */
export function BenchScreen({
  view,
  places,
  mayWrite,
}: {
  view: BenchView;
  places: readonly PlaceOption[];
  mayWrite: boolean;
}) {
  const { timeZone, units } = useSession();
  const now = useNow();
  const [open, setOpen] = useState<Open>(null);
  const [box, width] = useWidth();
  const due = benchDue(view, now);
  const waiting = due.filter((d) => d.now && d.about.act !== 'count').length;
  useTitle(waiting > 0 ? `(${waiting}) ${view.name}` : view.name, now);
  const range = clockSpan(view.females, now);
  const barWidth = Math.max(150, Math.min(520, width - 560));
  const close = () => setOpen(null);
  const fish = open?.what === 'fish' ? [...view.females, ...view.males].find((f) => f.fish.id === open.id) : undefined;
  const inHand = (f: { fish: BenchFemale['fish'] }): FishInHand => ({
    id: f.fish.id,
    tag: f.fish.tag,
    sex: f.fish.sex,
    massG: f.fish.massG,
    day: view.id,
    oneToCage: view.plan.oneToCage,
    book: bookOf(view.book),
  });
  const sheet = open !== null && mayWrite;
  const aside = useRef<HTMLElement>(null);
  // Where the sheet stands above the bench (tablet, phone), it comes into sight when something is taken in hand.
  useEffect(() => {
    if (open !== null && window.innerWidth < 1024) aside.current?.scrollIntoView?.({ block: 'start' });
  }, [open]);
  return (
    <div className={`grid min-h-full ${sheet ? 'grid-cols-[minmax(0,1fr)_380px] max-lg:grid-cols-1' : ''}`}>
      <section ref={box} className="min-w-0 px-6 py-4 max-sm:px-3 max-lg:order-2" aria-label="Spawning bench">
        <BroodTabs here="spawning" species={view.book.id} />
        <div className="mb-3 flex flex-wrap items-baseline gap-x-6 gap-y-1">
          <h2 className="text-[1.2rem]">{view.name}</h2>
          {view.closed && <span className="text-soft">closed</span>}
          <Says view={view} />
          {mayWrite && (
            <button type="button" className="link" onClick={() => setOpen({ what: 'plan' })}>
              plan of the day
            </button>
          )}
          <a className="link" href={`/print/spawning/${view.id}`} target="_blank" rel="noopener">
            set-up sheet
          </a>
          <a className="link" href={`/print/gametes/${view.id}`} target="_blank" rel="noopener">
            donor labels
          </a>
          {mayWrite && <PrintLabels what={{ day: view.id }} word="print" />}
        </div>
        <DueList due={due} now={now} timeZone={timeZone} onOpen={(d) => setOpen(openOf(d))} />

        <Heading word="Females" range={range} timeZone={timeZone} width={barWidth} />
        {view.females.length === 0 && (
          <p className="quiet py-2">
            No female is on this day: choose them in the plan of the day, or by a mating plan.
          </p>
        )}
        <ul>
          {view.females.map((f) => (
            <FemaleRow
              key={f.fish.id}
              f={f}
              view={view}
              range={range}
              now={now}
              width={barWidth}
              us={units === 'us'}
              selected={open?.what === 'fish' && open.id === f.fish.id}
              onAct={mayWrite ? (act) => setOpen({ what: 'fish', id: f.fish.id, act }) : null}
              onCross={mayWrite ? () => setOpen({ what: 'cross', first: f.fish.id }) : null}
              onNest={mayWrite ? () => setOpen({ what: 'nest', female: f.fish.id }) : null}
            />
          ))}
        </ul>

        <h2 className="mt-4 border-b-2 border-deep/40 pb-0.5">Males</h2>
        {view.males.length === 0 ? (
          <p className="quiet py-2">No male is on this day yet.</p>
        ) : (
          <ul className="flex flex-wrap gap-x-6 gap-y-1 py-2">
            {view.males.map((m) => {
              const last = m.milts.at(-1);
              const how = motilities.find((x) => x.id === last?.motility)?.name;
              return (
                <li key={m.fish.id} data-male={m.fish.tag}>
                  <button
                    type="button"
                    className="font-bold"
                    disabled={!mayWrite}
                    onClick={() => setOpen({ what: 'fish', id: m.fish.id, act: 'milt' })}
                  >
                    {m.fish.tag}
                  </button>{' '}
                  <span className={`text-[0.92rem] ${last?.apart ? 'text-loss' : 'text-soft'}`}>
                    {last ? (last.apart ? `held apart: ${last.why}` : (how ?? 'milt taken')) : 'no milt yet'}
                    {m.bowls.length > 0 && `, in ${m.bowls.join(', ')}`}
                  </span>
                  {m.overused && (
                    <span className="block text-[0.9rem] text-hand">
                      fathered {Math.round(100 * m.fathered)} % of this season’s eggs: spare him
                    </span>
                  )}
                  {last && !last.apart && m.bowls.length === 0 && <Age at={last.at} now={now} what="milt" />}
                </li>
              );
            })}
          </ul>
        )}

        <Baths view={view} onMix={mayWrite ? (protocol) => setOpen({ what: 'bath', protocol }) : null} />

        <div className="mt-4 flex items-baseline justify-between border-b-2 border-deep/40 pb-0.5">
          <h2>Bowls</h2>
          {mayWrite && view.females.some((f) => f.eggsLeftG > 0) && (
            <button type="button" className="link" onClick={() => setOpen({ what: 'cross' })}>
              eggs and milt into a bowl
            </button>
          )}
        </div>
        {view.bowls.length === 0 && <p className="quiet py-2">No eggs are fertilised yet.</p>}
        {view.bowls.map((b) => (
          <BowlSection
            key={b.bowl}
            view={view}
            b={b}
            now={now}
            onCount={mayWrite ? () => setOpen({ what: 'count', bowl: b.bowl }) : null}
            onLayDown={mayWrite ? () => setOpen({ what: 'layDown', bowl: b.bowl }) : null}
          />
        ))}
      </section>
      {sheet && (
        <aside
          ref={aside}
          aria-label="In hand"
          className="border-l border-rule bg-sheet px-5 py-4 max-lg:border-b max-lg:border-l-0 max-sm:px-3"
        >
          <div className="mb-3 flex items-baseline justify-between">
            <h2 className="text-[1.35rem]">
              {open.what === 'plan'
                ? 'Plan of the day'
                : open.what === 'cross'
                  ? 'A bowl'
                  : open.what === 'nest'
                    ? 'A nest'
                    : open.what === 'bath'
                      ? 'A bath'
                      : open.what === 'fish'
                        ? fish?.fish.tag
                        : `Bowl ${open.bowl}, ${open.what === 'count' ? 'count' : 'lay down'}`}
            </h2>
            <button type="button" className="link" onClick={close}>
              Close
            </button>
          </div>
          {open.what === 'plan' && <DayPlanForm view={view} places={places} now={now} />}
          {open.what === 'cross' && (
            <CrossForm
              key={`${open.first} ${view.bowls.length}`}
              view={view}
              bowl={nextBowl(view.bowls)}
              first={open.first}
              onDone={close}
            />
          )}
          {open.what === 'nest' && (
            <NestForm
              key={`${open.female} ${view.bowls.length}`}
              view={view}
              bowl={nextBowl(view.bowls)}
              female={open.female}
              onDone={close}
            />
          )}
          {open.what === 'bath' && (
            <BathForm
              key={`${open.protocol} ${view.baths.length}`}
              view={view}
              protocol={open.protocol}
              onDone={close}
            />
          )}
          {open.what === 'count' && (
            <CountBowl
              key={open.bowl}
              view={view}
              bowl={view.bowls.find((b) => b.bowl === open.bowl)!}
              places={places}
            />
          )}
          {open.what === 'layDown' && (
            <LayDown
              key={open.bowl}
              view={view}
              bowl={view.bowls.find((b) => b.bowl === open.bowl)!}
              places={places}
              close={close}
            />
          )}
          {open.what === 'fish' && fish && (
            <FishActs
              f={inHand(fish)}
              female={view.females.find((x) => x.fish.id === open.id)}
              act={open.act}
              places={places}
              treatment={view.plan.induction}
              onAct={(act) => setOpen({ ...open, act })}
            />
          )}
        </aside>
      )}
    </div>
  );
}

function openOf(d: BenchDue): Open {
  if ('fish' in d.about) return { what: 'fish', id: d.about.fish, act: d.about.act };
  return d.about.act === 'count' ? { what: 'count', bowl: d.about.bowl } : null;
}

/** Eggs wanted, counted, still to come, with the odds that they suffice. */
function Says({ view }: { view: BenchView }) {
  const { plan, expected, counted, odds } = view;
  const short = plan.eggsWanted - counted.number;
  return (
    <span className="text-soft" data-testid="bench-says">
      {plan.eggsWanted > 0 && <>wanted {grouped(plan.eggsWanted)} eggs</>}
      {counted.number > 0 && (
        <>
          {plan.eggsWanted > 0 && '; '}
          <b className="text-ink">
            <Doubtful number={counted.number} sd={counted.sd} />
          </b>{' '}
          counted
        </>
      )}
      {expected !== null ? (
        <>
          {(plan.eggsWanted > 0 || counted.number > 0) && '; '}about {grouped(Number(expected.toPrecision(2)))} to come
          {odds !== null && odds < 1 && (
            <span className={odds < 0.8 ? 'text-careful' : ''}>
              , enough in {Math.round(100 * odds)} of 100 such days
            </span>
          )}
        </>
      ) : (
        plan.eggsWanted > 0 &&
        counted.number > 0 &&
        short > 1.96 * counted.sd && <span className="text-careful">, {grouped(short)} short</span>
      )}
      <Rejected view={view} />
    </span>
  );
}

/** How many strippings were held apart, where any were. */
function Rejected({ view }: { view: BenchView }) {
  const strips = view.females.flatMap((f) => f.strips);
  const apart = strips.filter((s) => s.apart).length;
  if (apart === 0) return null;
  const r = wilson(apart, strips.length);
  const percent = (x: number) => Math.round(100 * x);
  return (
    <span className="text-careful">
      ; eggs of {apart} of {strips.length} held apart ({percent(r.low)} to {percent(r.high)} %)
    </span>
  );
}

/** What is wanted next; the first of it large. */
function DueList({
  due,
  now,
  timeZone,
  onOpen,
}: {
  due: BenchDue[];
  now: number;
  timeZone: string;
  onOpen: (d: BenchDue) => void;
}) {
  if (due.length === 0) return <p className="quiet mb-4">Nothing is due on the bench.</p>;
  return (
    <ol aria-label="Next" className="mb-4 border-t border-strong">
      {due.slice(0, 6).map((d) => (
        <li
          key={d.key}
          data-due={d.key}
          data-late={d.late}
          className={`border-b border-rule ${d.late ? 'bg-hand-wash' : ''}`}
        >
          <button
            type="button"
            className="flex w-full flex-wrap items-baseline gap-x-4 px-2 py-1.5 text-left hover:bg-deep-wash"
            onClick={() => {
              onOpen(d);
              if ('bowl' in d.about)
                document.getElementById(`bowl-${d.about.bowl}`)?.scrollIntoView({ block: 'center' });
            }}
          >
            <span
              className={`w-[8.5rem] flex-none text-[1.15rem] font-bold ${d.late ? 'text-hand' : d.now ? 'text-deep' : 'font-normal text-soft'}`}
              role={d.now ? 'alert' : undefined}
            >
              {d.now
                ? d.by !== null && d.by > now
                  ? `${span(d.by - now)} left`
                  : d.at < now - 60_000
                    ? `${span(now - (d.by ?? d.at))} over`
                    : 'now'
                : `in ${span(d.at - now)}`}
            </span>
            <span className="w-[6.5rem] flex-none font-bold">{d.who}</span>
            <span className="min-w-0 flex-1 max-sm:basis-full">{d.says}</span>
            <span className="flex-none text-soft max-sm:hidden">
              {d.now && d.at >= now - 60_000 ? '' : clock(d.at, timeZone)}
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}

function Heading({
  word,
  range,
  timeZone,
  width,
}: {
  word: string;
  range: { from: number; to: number } | null;
  timeZone: string;
  width: number;
}) {
  return (
    <div className="flex items-end gap-x-4 border-b-2 border-deep/40">
      <h2 className="w-[7.5rem] flex-none pb-0.5">{word}</h2>
      {range && (
        <>
          <ClockAxis {...range} timeZone={timeZone} width={width} />
          <span className="ml-auto text-[0.87rem] text-soft max-sm:hidden">
            ▲ injected ▼ next look; band: she may run
          </span>
        </>
      )}
    </div>
  );
}

function FemaleRow({
  f,
  view,
  range,
  now,
  width,
  us,
  selected,
  onAct,
  onCross,
  onNest,
}: {
  f: BenchFemale;
  view: BenchView;
  range: { from: number; to: number } | null;
  now: number;
  width: number;
  us: boolean;
  selected: boolean;
  onAct: ((act: FishAct) => void) | null;
  onCross: (() => void) | null;
  onNest: (() => void) | null;
}) {
  const { timeZone } = useSession();
  const c = f.clock;
  const found = f.checks.at(-1);
  const stripped = f.strips.reduce((s, x) => s + x.massG, 0);
  const apart = f.strips.find((s) => s.apart);
  const usual: FishAct =
    stripped > 0
      ? 'move'
      : f.nextPart || (f.treatment && f.given.length === 0)
        ? 'inject'
        : found?.found === 'running' || found?.found === 'overRipe' || !f.treatment
          ? 'strip'
          : 'ready';
  const words: Record<FishAct, string> = {
    look: 'Look',
    inject: f.nextPart ? `Inject part ${f.nextPart.part}` : 'Inject',
    ready: 'Does she run?',
    strip: 'Strip',
    milt: '',
    move: 'To recovery',
    fate: 'End',
  };
  const nests =
    f.taking.some((t) => view.protocols.find((p) => p.id === t.protocol)?.nest) &&
    !view.bowls.some((b) => b.nest && b.females.some((x) => x.fish === f.fish.id));
  const names = view.males.filter((m) => f.planned.includes(m.fish.id)).map((m) => m.fish.tag);
  return (
    <li
      data-female={f.fish.tag}
      className={`flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-2 ${selected ? 'bg-deep-wash' : ''}`}
    >
      <div className="w-[7.5rem] flex-none">
        <button type="button" className="text-[1.1rem] font-bold" disabled={!onAct} onClick={() => onAct?.('look')}>
          {f.fish.tag}
        </button>
        <span className="block text-[0.88rem] text-soft">
          {f.fish.massG === null ? 'not weighed' : massOfAll(f.fish.massG, us, 2)}
          {f.given.length === 0 && f.fish.ripeness ? `, ${f.fish.ripeness.name}` : ''}
        </span>
      </div>
      {range && <ClockBar f={f} from={range.from} to={range.to} now={now} timeZone={timeZone} width={width} />}
      <div className="min-w-[11rem] flex-1 text-[0.95rem]" data-testid="clock-says">
        {stripped > 0 ? (
          <>
            <b>{Math.round(stripped)} g</b> stripped{f.strips.length > 1 ? ` in ${f.strips.length}` : ''}
            {f.gave && (
              <span className={f.gave.state === 'low' ? 'text-hand' : 'text-soft'}>
                , {Math.round(100 * f.gave.share)} % of what her mass promises
                {f.gave.state === 'low' ? ': far below the usual' : f.gave.state === 'high' ? ': more than usual' : ''}
              </span>
            )}
            {apart && <span className="block text-loss">held apart: {apart.why}</span>}
            {f.eggsLeftG > 0 && !apart && <Age at={f.strips[0]!.at} now={now} what="eggs" left={f.eggsLeftG} />}
          </>
        ) : found && (found.found === 'running' || found.found === 'overRipe' || found.found === 'spent') ? (
          <b className={found.found === 'running' ? 'text-deep' : 'text-loss'}>{findingWords[found.found]}</b>
        ) : c?.noForecast ? (
          <span className="text-hand">
            <b>No forecast: begin checks now.</b> <span className="text-[0.9rem]">{c.noForecast}</span>
          </span>
        ) : c ? (
          <>
            runs about <b>{clock(c.at!, timeZone)}</b>{' '}
            <span className="text-soft">
              {clock(c.low!, timeZone)}–{c.high === null ? '?' : clock(c.high, timeZone)}
            </span>
            <span className="block text-[0.9rem] text-soft">
              {f.celsius === null ? '' : `water ${f.celsius.toFixed(1)} °C, `}
              {Math.round(100 * c.passed)} % of the way
              {c.warnings.map((w) => (
                <span key={w} className="block text-careful">
                  {w}
                </span>
              ))}
            </span>
          </>
        ) : f.given.length > 0 ? (
          <>
            part {f.given.length} given {clock(f.given.at(-1)!.at, timeZone)}
          </>
        ) : (
          <span className="text-soft">{f.treatment ? 'not injected yet' : ''}</span>
        )}
        {names.length > 0 && stripped === 0 && (
          <span className="block text-[0.9rem] text-soft">with {names.join(', ')}</span>
        )}
      </div>
      {onAct && !view.closed && (
        <div className="flex flex-none gap-1.5">
          {f.eggsLeftG > 0 && (
            <button type="button" className="button" onClick={() => onCross?.()}>
              Fertilise
            </button>
          )}
          {nests ? (
            <button type="button" className="button" onClick={() => onNest?.()}>
              Spawned on the nest
            </button>
          ) : (
            <button type="button" className="button" onClick={() => onAct(usual)}>
              {words[usual]}
            </button>
          )}
        </div>
      )}
      <TakingSteps view={view} f={f} now={now} />
    </li>
  );
}

/** How long gametes have waited, stripped and not fertilised. */
function Age({ at, now, what, left }: { at: number; now: number; what: string; left?: number }) {
  const old = now - at > ownRules.gameteHours.value * 3_600_000;
  return (
    <span className={`block text-[0.9rem] ${old ? 'font-bold text-hand' : 'text-careful'}`}>
      {left !== undefined && `${Math.round(left)} g `}
      {what} waiting {span(now - at)}
      {old && `, above ${ownRules.gameteHours.value} h: look at them before they are used`}
    </span>
  );
}

const femaleActs: { id: FishAct; word: string }[] = [
  { id: 'look', word: 'Look' },
  { id: 'inject', word: 'Inject' },
  { id: 'ready', word: 'Runs?' },
  { id: 'strip', word: 'Strip' },
  { id: 'move', word: 'Move' },
  { id: 'fate', word: 'End' },
];
const maleActs: { id: FishAct; word: string }[] = [
  { id: 'milt', word: 'Milt' },
  { id: 'look', word: 'Look' },
  { id: 'move', word: 'Move' },
  { id: 'fate', word: 'End' },
];

function FishActs({
  f,
  female,
  act,
  places,
  treatment,
  onAct,
}: {
  f: FishInHand;
  female: BenchFemale | undefined;
  act: FishAct;
  places: readonly PlaceOption[];
  treatment: string;
  onAct: (act: FishAct) => void;
}) {
  const acts = (female ? femaleActs : maleActs).filter((a) => a.id !== 'inject' || f.book.inductions.length > 0);
  return (
    <>
      <div className="mb-3 flex flex-wrap gap-1.5">
        {acts.map((a) => (
          <button
            key={a.id}
            type="button"
            aria-pressed={act === a.id}
            className={`button ${act === a.id ? 'border-deep bg-deep-wash' : ''}`}
            onClick={() => onAct(a.id)}
          >
            {a.word}
          </button>
        ))}
      </div>
      <div key={`${act} ${f.id}`}>
        {act === 'look' && <LookForm f={f} />}
        {act === 'inject' && (
          <InjectForm
            key={female?.given.length ?? 0}
            f={f}
            part={(female?.given.length ?? 0) + 1}
            treatment={female?.treatment?.id ?? treatment}
          />
        )}
        {act === 'ready' && <ReadyForm f={f} />}
        {act === 'strip' && <StripForm f={f} />}
        {act === 'milt' && <MiltForm f={f} />}
        {act === 'move' && <FishMoveForm f={f} places={places} />}
        {act === 'fate' && <FateForm f={f} />}
      </div>
    </>
  );
}

function BowlSection({
  view,
  b,
  now,
  onCount,
  onLayDown,
}: {
  view: BenchView;
  b: BenchBowl;
  now: number;
  onCount: (() => void) | null;
  onLayDown: (() => void) | null;
}) {
  const { timeZone } = useSession();
  return (
    <section
      id={`bowl-${b.bowl}`}
      data-bowl={b.bowl}
      aria-label={`Bowl ${b.bowl}`}
      className="border-b border-rule py-3"
    >
      <div className="mb-1 flex flex-wrap items-baseline gap-x-4">
        <span className="text-[1.3rem] font-bold">{b.bowl}</span>
        <span>
          {b.females.map((f) => (b.nest ? f.tag : `${f.tag} (${Math.round(f.massG)} g)`)).join(', ')} ×{' '}
          {b.males.map((m) => m.tag).join(', ')}
        </span>
        <span className="text-soft">
          {b.nest ? 'on a nest' : b.how}, {clock(b.at, timeZone)}
        </span>
        {b.take ? (
          <span className="ml-auto">
            <Link className="link font-bold" href={`/lots/${b.take.lotId}`}>
              {b.take.lot}
            </Link>{' '}
            <Doubtful number={b.take.eggs} sd={b.take.sd} /> eggs
            <a className="link ml-3" href={`/print/labels/${b.take.lotId}`} target="_blank" rel="noopener">
              labels
            </a>{' '}
            {onLayDown && <PrintLabels what={{ lot: b.take.lotId }} word="print" />}
            {b.take.waiting > 0 && onLayDown && (
              <button type="button" className="button ml-3" onClick={onLayDown}>
                Lay down
              </button>
            )}
          </span>
        ) : (
          onCount &&
          !view.closed && (
            <button type="button" className="button ml-auto" onClick={onCount}>
              Count
            </button>
          )
        )}
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,22rem)] gap-6 max-xl:grid-cols-1">
        <BowlSteps view={view} bowl={b} now={now} />
        <Materials view={view} bowl={b} />
      </div>
    </section>
  );
}

/** What was counted goes into its units; those of the plan stand first. */
function LayDown({
  view,
  bowl,
  places,
  close,
}: {
  view: BenchView;
  bowl: BenchBowl;
  places: readonly PlaceOption[];
  close: () => void;
}) {
  const { take } = bowl;
  if (!take || take.waiting === 0)
    return (
      <p className="quiet">
        All its eggs are laid down.{' '}
        <button type="button" className="link" onClick={close}>
          Close
        </button>
      </p>
    );
  const planned = view.plan.units;
  const first = places.filter((p) => planned.includes(p.id)).map((p) => ({ ...p, room: 'as planned' }));
  return (
    <LayDownForm
      h={{
        unitId: take.unitId,
        unit: take.unit,
        lotId: take.lotId,
        lot: take.lot,
        stage: 'egg',
        stageName: view.book.stages.find((s) => s.id === 'egg')?.name ?? 'eggs',
        number: take.waiting,
        stages: view.book.stages,
        checks: view.book.checks,
      }}
      places={[...first, ...places.filter((p) => !planned.includes(p.id))]}
      sites={[]}
      totalVolumeMl={take.volumeMl}
    />
  );
}

/** The title bar says what is due, for whoever looks at another page of the browser; the page's own comes late. */
function useTitle(title: string, tick: number): void {
  useEffect(() => {
    if (tick > 0 && document.title !== title) document.title = title;
  }, [title, tick]);
}

function useWidth(): [React.RefObject<HTMLElement | null>, number] {
  const box = useRef<HTMLElement>(null);
  const [width, setWidth] = useState(1000);
  useEffect(() => {
    const el = box.current;
    if (!el || typeof ResizeObserver === 'undefined') return;
    const seen = new ResizeObserver(([e]) => setWidth(e!.contentRect.width));
    seen.observe(el);
    return () => seen.disconnect();
  }, []);
  return [box, width];
}
