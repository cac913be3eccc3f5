'use client';

import { useEffect, useRef, useState } from 'react';
import { bookOf, type FishInHand } from '@/client/fish';
import type { PlaceOption } from '@/client/holding';
import { PrintLabels } from '@/client/PrintLabels';
import { useSession } from '@/client/session';
import { motilities } from '@/core/spawning/acts';
import { nextBowl } from '@/core/spawning/dayState';
import { type DayDue, dayDue } from '@/core/spawning/due';
import { BroodTabs } from '@/modules/brood/screens/BroodTabs';
import { BathForm } from '@/modules/spawning/acts/bath/form';
import { CrossForm } from '@/modules/spawning/acts/cross/form';
import { NestForm } from '@/modules/spawning/acts/nest/form';
import { Button } from '@/ui/Button';
import type { DayFemale, DayView } from '../views/day';
import { Baths } from './Baths';
import { BowlSection, LayDownBowl } from './BowlSection';
import { clockSpan } from './ClockBar';
import { CountBowl } from './CountBowl';
import { DayPlanForm } from './DayPlanForm';
import { DaySays } from './DaySays';
import { DueList } from './DueList';
import { Age, FemaleRow, FemalesHeading } from './FemaleRow';
import { type FishAct, FishActs } from './InHand';
import { useNow } from './useNow';

type Open =
  | { what: 'plan' }
  | { what: 'fish'; id: number; act: FishAct }
  | { what: 'cross'; first?: number }
  | { what: 'nest'; female: number }
  | { what: 'bath'; protocol: string }
  | { what: 'count' | 'layDown'; bowl: string }
  | null;

/** One spawning day: who is next, how much, how long; with wet hands, or from the desk by the person who writes. */
export function DayScreen({
  view,
  places,
  mayWrite,
}: {
  view: DayView;
  places: readonly PlaceOption[];
  mayWrite: boolean;
}) {
  const { timeZone, units } = useSession();
  const now = useNow();
  const [open, setOpen] = useState<Open>(null);
  const [box, width] = useWidth();
  const due = dayDue(view, now);
  const waiting = due.filter((d) => d.now && d.about.act !== 'count').length;
  useTitle(waiting > 0 ? `(${waiting}) ${view.name}` : view.name, now);
  const range = clockSpan(view.females, now);
  const barWidth = Math.max(150, Math.min(520, width - 560));
  const close = () => setOpen(null);
  const fish = open?.what === 'fish' ? [...view.females, ...view.males].find((f) => f.fish.id === open.id) : undefined;
  const inHand = (f: { fish: DayFemale['fish'] }): FishInHand => ({
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
  // Where the sheet stands above the spawning day (tablet, phone), it comes into sight when something is taken in hand.
  useEffect(() => {
    if (open !== null && window.innerWidth < 1024) aside.current?.scrollIntoView?.({ block: 'start' });
  }, [open]);
  return (
    <div className={`grid min-h-full ${sheet ? 'grid-cols-[minmax(0,1fr)_380px] max-lg:grid-cols-1' : ''}`}>
      <section ref={box} className="min-w-0 px-6 py-4 max-sm:px-3 max-lg:order-2" aria-label="Spawning day">
        <BroodTabs here="spawning" species={view.book.id} />
        <div className="mb-3 flex flex-wrap items-baseline gap-x-6 gap-y-1">
          <h2 className="text-lead">{view.name}</h2>
          {view.closed && <span className="text-soft">closed</span>}
          <DaySays view={view} />
          {mayWrite && (
            <Button kind="link" onClick={() => setOpen({ what: 'plan' })}>
              plan of the day
            </Button>
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

        <FemalesHeading word="Females" range={range} timeZone={timeZone} width={barWidth} />
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
                  <Button
                    kind="bare"
                    className="font-bold"
                    disabled={!mayWrite}
                    onClick={() => setOpen({ what: 'fish', id: m.fish.id, act: 'milt' })}
                  >
                    {m.fish.tag}
                  </Button>{' '}
                  <span className={`text-small ${last?.apart ? 'text-loss' : 'text-soft'}`}>
                    {last ? (last.apart ? `held apart: ${last.why}` : (how ?? 'milt taken')) : 'no milt yet'}
                    {m.bowls.length > 0 && `, in ${m.bowls.join(', ')}`}
                  </span>
                  {m.overused && (
                    <span className="block text-small text-hand">
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
            <Button kind="link" onClick={() => setOpen({ what: 'cross' })}>
              eggs and milt into a bowl
            </Button>
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
            <h2 className="text-title">
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
            <Button kind="link" onClick={close}>
              Close
            </Button>
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
            <LayDownBowl
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

function openOf(d: DayDue): Open {
  if ('fish' in d.about) return { what: 'fish', id: d.about.fish, act: d.about.act };
  return d.about.act === 'count' ? { what: 'count', bowl: d.about.bowl } : null;
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
