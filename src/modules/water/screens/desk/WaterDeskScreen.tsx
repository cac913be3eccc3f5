'use client';

import { useRef, useState } from 'react';
import { useSession } from '@/client/session';
import { minutesWords } from '@/core/incubation/danger';
import { clock, dayMonth, localDay } from '@/core/time/localDay';
import { MINUTE_MS } from '@/core/time/spans';
import { type Dies, firstToDie } from '@/core/water/circuits/firstToDie';
import { lostBy, notRunning, workEvents, workKinds } from '@/core/water/circuits/works';
import { Button } from '@/ui/Button';
import { Caution } from '@/ui/caution';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { useTicking } from '@/ui/ticking';
import { JobForm } from '../../acts/job/form';
import { NoticeForm } from '../../acts/workEvent/form';
import { WorkForm } from '../../acts/workSave/form';
import type { WaterAhead } from '../../views/ahead';
import type { WaterDesk } from '../../views/desk';
import type { WorkRow } from '../../works';
import { Ahead } from './Ahead';
import { Circuits } from './Circuits';
import { First } from './First';
import { Jobs } from './Jobs';
import { Lately } from './Lately';
import { Power } from './Power';
import { WhatIf } from './WhatIf';

/** What is wrong with the water, and which tank dies first: what stands, and what would if a work stopped. */
export function WaterDeskScreen({ desk, ahead }: { desk: WaterDesk; ahead: readonly WaterAhead[] }) {
  const { now: rendered, timeZone, role, units } = useSession();
  const begun = useRef(Date.now());
  // The server's clock goes on from when the page was drawn; pictures stop it.
  const ticking = useTicking(10_000);
  const now = rendered + Math.max(0, ticking - begun.current);
  const [asked, setAsked] = useState<number | null>(null);
  const [drawing, setDrawing] = useState(false);
  const works = new Map(desk.works.map((w) => [w.id, w]));
  const down = desk.noticed.filter((n) => n.kind !== 'runs' && works.has(n.workId));
  const stopped = new Set(down.map((n) => n.workId));
  const selected = asked !== null && works.has(asked) ? works.get(asked)! : null;
  const inQuestion = new Set(selected ? [...stopped, selected.id] : stopped);
  const lost = lostBy(desk.works, inQuestion);
  const dies = firstToDie(desk.tanks, lost);
  const since = down.length > 0 ? Math.min(...down.map((n) => n.at)) : null;
  const real = selected === null || stopped.has(selected.id);
  /** Minutes that have gone by of those that there were. */
  const gone = real && since !== null ? (now - since) / MINUTE_MS : 0;
  const first = firstToDie(desk.tanks, lostBy(desk.works, stopped)).find((d) => d.minutes !== null);
  const manager = role === 'manager';
  const doubted = desk.told.filter((t) => t.alarm !== null && works.has(t.workId) && !stopped.has(t.workId));
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Water">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>Water</h1>
        <Standing
          down={down}
          works={works}
          first={first}
          gone={since === null ? 0 : (now - since) / MINUTE_MS}
          now={now}
          timeZone={timeZone}
        />
        <Link className="link ml-auto" href="/water/outlets">
          Outlets
        </Link>
        <Link className="link" href="/water/capacity">
          Capacity
        </Link>
        {manager && desk.works.length > 0 && (
          <Button kind="link" aria-pressed={drawing} onClick={() => setDrawing(!drawing)}>
            {drawing ? 'Lines are drawn' : 'Draw lines'}
          </Button>
        )}
        {manager && (
          <span>
            <DialogButton word="Put up a work" title="Put up a work">
              {(done) => <WorkForm works={desk.works} rooms={desk.rooms} probes={desk.probes} done={done} />}
            </DialogButton>
          </span>
        )}
      </div>
      {desk.works.length === 0 ? (
        <Empty manager={manager} />
      ) : (
        <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,380px)] gap-x-8 max-lg:grid-cols-1">
          <div>
            <Circuits
              desk={desk}
              off={notRunning(desk.works, inQuestion)}
              said={stopped}
              lost={lost}
              selected={selected?.id ?? null}
              onSelect={setAsked}
              drawing={drawing}
            />
            <p className="quiet my-1 text-small">
              {drawing
                ? 'Pull a work by its handle onto what its water goes to; once more, and that line is taken away. By keyboard: space, the arrows, space.'
                : 'Press a work to see what it takes with it when it stops.'}
            </p>
            <Power works={desk.works} onSelect={setAsked} stopped={stopped} />
            <Jobs desk={desk} now={now} timeZone={timeZone} />
            <Lately of={desk.lately} works={works} now={now} timeZone={timeZone} />
          </div>
          <div className="max-lg:order-first">
            {selected ? (
              <WorkSheet
                work={selected}
                desk={desk}
                down={down.find((n) => n.workId === selected.id) ?? null}
                manager={manager}
                onClose={() => setAsked(null)}
              />
            ) : (
              down.map((n) => <Answer key={n.workId} work={works.get(n.workId)!} />)
            )}
            {!selected && doubted.length > 0 && <Doubted of={doubted} works={works} />}
            {!selected && <Ahead of={ahead} now={now} timeZone={timeZone} us={units === 'us'} />}
            {!selected && down.length === 0 && <WhatIf desk={desk} onSelect={setAsked} />}
            <First dies={dies} gone={gone} now={now} timeZone={timeZone} real={real} lost={lost} desk={desk} />
          </div>
        </div>
      )}
    </section>
  );
}

/** In one line: does all of it run, and if not, who dies first and when. */
function Standing({
  down,
  works,
  first,
  gone,
  now,
  timeZone,
}: {
  down: WaterDesk['noticed'];
  works: ReadonlyMap<number, WorkRow>;
  first: Dies | undefined;
  gone: number;
  now: number;
  timeZone: string;
}) {
  if (works.size === 0) return null;
  if (down.length === 0) return <p className="text-lead text-soft">All works run.</p>;
  const left = first ? first.minutes! - gone : null;
  return (
    <p className="text-lead font-semibold text-hand" role="status">
      {down
        .map(
          (n) =>
            `${works.get(n.workId)!.name} ${workEvents[n.kind]} since ${n.at < localDay(now, timeZone).start ? `${dayMonth(n.at, timeZone, now)} ` : ''}${clock(n.at, timeZone)}`,
        )
        .join(', ')}
      {first &&
        (left! > 0
          ? `: ${first.unit} dies first, in ${minutesWords(left!)}, at ${clock(now + left! * MINUTE_MS, timeZone)}`
          : `: ${first.unit} first, its time is over`)}
    </p>
  );
}

/** Works whose own probes say that something is off, before anybody has said so. */
function Doubted({ of, works }: { of: WaterDesk['told']; works: ReadonlyMap<number, WorkRow> }) {
  const { role } = useSession();
  return (
    <section aria-label="In doubt" className="mb-3">
      <h2 className="border-b-2 border-hand pb-0.5">Go and look</h2>
      {of.map((t) => (
        <p key={`${t.workId} ${t.name}`} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
          <b>{works.get(t.workId)!.name}</b>
          <span className="text-hand">{t.alarm}</span>
          {role !== 'reader' && (
            <span className="ml-auto">
              <DialogButton word="It stopped" title={`${works.get(t.workId)!.name}: what is it?`} kind="main">
                {(done) => <NoticeForm work={t.workId} done={done} />}
              </DialogButton>
            </span>
          )}
        </p>
      ))}
    </section>
  );
}

function Empty({ manager }: { manager: boolean }) {
  return (
    <p className="quiet max-w-prose">
      {manager
        ? 'Nothing of the water is drawn yet. Put up its works from the source on: intake, head box, chiller, neutraliser, blower, and which rooms each serves. Then it says what stops with what, and which tank dies first.'
        : 'Nothing of the water is drawn yet: the manager puts up its works.'}
    </p>
  );
}

function Answer({ work }: { work: WorkRow }) {
  const kind = workKinds[work.kind];
  return (
    <section aria-label={`What to do, ${work.name}`} className="mb-3">
      <h2 className="border-b-2 border-hand pb-0.5">{work.name}: in this order</h2>
      <ol className="list-decimal pl-5">
        {kind.answer.map((t) => (
          <li key={t}>{t}</li>
        ))}
        {work.spare && <li>spare: {work.spare}</li>}
      </ol>
    </section>
  );
}

function WorkSheet({
  work,
  desk,
  down,
  manager,
  onClose,
}: {
  work: WorkRow;
  desk: WaterDesk;
  down: WaterDesk['noticed'][number] | null;
  manager: boolean;
  onClose: () => void;
}) {
  const { role } = useSession();
  const kind = workKinds[work.kind];
  return (
    <section aria-label={work.name} className="mb-3">
      <div className="flex flex-wrap items-baseline gap-x-3 border-b-2 border-deep/40 pb-0.5">
        <h2>{work.name}</h2>
        {kind.word !== work.name.toLowerCase() && <span className="text-soft">{kind.word}</span>}
        <Button kind="link" className="ml-auto text-small" onClick={onClose}>
          close
        </Button>
      </div>
      <p className="my-1">
        It {kind.does}.{work.spare && <> Spare: {work.spare}.</>}
      </p>
      {role !== 'reader' && (
        <p className="my-2 flex flex-wrap items-baseline gap-x-5 gap-y-2">
          {down ? (
            <DialogButton word="It runs again" title={`${work.name} runs again`} kind="main">
              {(done) => <NoticeForm work={work.id} begin="runs" done={done} />}
            </DialogButton>
          ) : (
            <DialogButton word="It stopped" title={`${work.name}: what is it?`} kind="main">
              {(done) => <NoticeForm work={work.id} done={done} />}
            </DialogButton>
          )}
          {workKinds[work.kind].stops !== 'power' && (
            <DialogButton word="Seen to" title={`${work.name}: what was done`}>
              {(done) => (
                <NoticeForm
                  work={work.id}
                  begin={work.kind === 'filter' || work.kind === 'biofilter' ? 'flushed' : 'cleaned'}
                  done={done}
                />
              )}
            </DialogButton>
          )}
          <DialogButton word="Note a job" title={`A job at ${work.name}`}>
            {(done) => <JobForm works={desk.works} work={work.id} done={done} />}
          </DialogButton>
          {manager && (
            <DialogButton word="Change it" title={`Change ${work.name}`}>
              {(done) => (
                <WorkForm work={work} works={desk.works} rooms={desk.rooms} probes={desk.probes} done={done} />
              )}
            </DialogButton>
          )}
        </p>
      )}
      <Answer work={work} />
      {(work.kind === 'breaker' || work.watts !== null) && (
        <Caution>
          Electricity beside water: dry hands and boots, nobody in the water, and only who may opens a box.
        </Caution>
      )}
    </section>
  );
}
