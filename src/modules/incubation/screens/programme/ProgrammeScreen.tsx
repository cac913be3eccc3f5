'use client';

import { useMemo, useRef, useState } from 'react';
import { ActFoot, useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { ambientAt } from '@/core/development/programmeGrid';
import type { Point } from '@/core/development/timeline';
import { dayMonth, isoDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { saveProgramme } from '@/modules/incubation/acts/programme/act';
import { endProgramme } from '@/modules/incubation/acts/programmeEnd/act';
import { Button } from '@/ui/Button';
import { Caution } from '@/ui/caution';
import type { ProgrammeView } from '../../views/programme';
import { Conflicts } from './Conflicts';
import { daily, datesOf, dragged, figuresOf, followed, handlesOf } from './course';
import { LotDates } from './LotDates';
import { type Mark, ProgrammeChart } from './ProgrammeChart';
import { type Answer, Head, Verdict } from './ProgrammeVerdict';
import { Together } from './Together';
import { dateOf, turn } from './turns';
import { Valves } from './Valves';
import { WantedForm } from './WantedForm';
import { useWanted } from './wanted';

/** Which temperatures bring which day, at what cost; drawn, dragged, put in force, followed. */
export function ProgrammeScreen({ view }: { view: ProgrammeView }) {
  const s = useSession();
  const { timeZone } = s;
  const { now } = view;
  const us = s.units === 'us';
  const running = view.running;
  const wanted = useWanted(view);
  const { lot, limits, plant, water, from, to, ambient } = wanted;
  const { stage, how } = wanted.typed;
  const [course, setCourse] = useState<Point[] | null>(null);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [working, setWorking] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  const act = useAct(saveProgramme, () => setCourse(null));
  const end = useAct(endProgramme);

  const nowCelsius = view.measured.at(-1)?.celsius ?? water[0]?.celsius ?? 0;

  const handles = useMemo(() => (course ? handlesOf(course) : []), [course]);
  const shown = useMemo(
    () => (course ? (course.length > handles.length ? course : daily(course)) : []),
    [course, handles],
  );
  const plan = course ?? running?.points ?? water;
  const dates = useMemo(
    () =>
      view.lots.map((l) => ({
        lot: l,
        dates: datesOf(
          l,
          view.measured,
          plan.filter((p) => p.at > now),
          Object.fromEntries(l.milestones.filter((m) => m.seen && m.at !== null).map((m) => [m.id, m.at!])),
        ),
      })),
    [view, plan, now],
  );
  const worth = useMemo(
    () => (course && lot ? figuresOf(shown, water, limits, plant) : null),
    [course, lot, shown, water, limits, plant],
  );
  const marks: Mark[] = dates.flatMap(({ lot: l, dates: d }) =>
    l.phases
      .filter((p) => p.stage === turn(l, 'hatch')?.id || (l.id === lot?.id && p.stage === stage))
      .flatMap((p) => {
        const at = d.get(p.stage);
        return at && at > now - 5 * DAY_MS && at < now + 400 * DAY_MS
          ? [{ at, says: `${l.name} ${p.name === 'half hatched' ? 'hatch' : p.name} ${dayMonth(at, timeZone, now)}` }]
          : [];
      }),
  );

  const seek = async () => {
    if (!lot || !to) return;
    stop.current?.abort();
    const mine = new AbortController();
    stop.current = mine;
    setWorking(true);
    setError(null);
    const iso = (p: Point) => ({ at: new Date(p.at).toISOString(), celsius: p.celsius });
    try {
      const r = await fetch('/api/calc', {
        method: 'POST',
        signal: mine.signal,
        body: JSON.stringify({
          id: 'development.programme',
          input: {
            phases: lot.phases.map(({ stage: name, model, factor, sumFrom }) => ({
              stage: name,
              model,
              factor,
              sumFrom,
            })),
            start: new Date(lot.fertilisedAt).toISOString(),
            from: new Date(now).toISOString(),
            measured: view.measured.map(iso),
            startCelsius: nowCelsius,
            target: { stage, at: new Date(to).toISOString(), notBefore: new Date(from!).toISOString() },
            ambient: water.map(iso),
            limits,
            stageLimits: lot.stageLimits.map((l) => ({ ...l })),
            plant,
          },
        }),
      });
      const a = await r.json();
      if (!r.ok) setError(a.error ?? 'It cannot be worked.');
      else {
        setAnswer(a.output as Answer);
        setCourse((a.output as Answer).temperatures.map((p) => ({ at: Date.parse(p.at), celsius: p.celsius })));
      }
    } catch (e) {
      if ((e as Error).name !== 'AbortError') setError('No connection. Nothing is lost: try again.');
    } finally {
      if (stop.current === mine) setWorking(false);
    }
  };
  const followIt = () => {
    setAnswer(null);
    const mine = dates.find((d) => d.lot.id === lot?.id);
    const until = ((mine && dateOf(mine, 'feeding')) ?? now + 90 * DAY_MS) + 5 * DAY_MS;
    setCourse(
      followed(water, wanted.offset, limits, { at: now, celsius: nowCelsius }, Math.min(until, now + 200 * DAY_MS)),
    );
  };
  const save = () => {
    if (!lot || !view.sensor || !course) return;
    const reached = dates.find((d) => d.lot.id === lot.id)?.dates.get(stage) ?? to ?? now;
    void act.submit(
      {
        sensor: view.sensor.id,
        lot: lot.id,
        stage,
        targetAt: Math.round(how === 'date' ? (to ?? reached) : reached),
        ...(how === 'date' && from !== null ? { notBefore: Math.round(from) } : {}),
        points: shown.map((p) => ({ at: Math.round(p.at), celsius: Math.round(p.celsius * 100) / 100 })),
        energyKwh: worth?.energyKwh ?? 0,
        asked: { limits, plant, ambient: ambient?.how ?? '' },
      },
      () => 'In force: the dates follow its set points. Set them on the plant.',
    );
  };
  const csv = () => {
    const rows = [
      'day,celsius',
      ...(shown.length > 0 ? shown : (running?.points ?? [])).map(
        (p) => `${isoDay(p.at, timeZone)},${p.celsius.toFixed(2)}`,
      ),
    ];
    const url = URL.createObjectURL(new Blob([`${rows.join('\n')}\n`], { type: 'text/csv' }));
    const a = document.createElement('a');
    a.href = url;
    a.download = `set-points-${view.sensor?.name ?? 'water'}.csv`;
    a.click();
    URL.revokeObjectURL(url);
  };
  if (!view.sensor || view.lots.length === 0)
    return (
      <section className="px-6 py-4">
        <Head view={view} />
        <p className="quiet mt-3">
          {view.sensor
            ? 'No eggs or larvae with a known fertilisation stand in this water: a programme begins with a lot.'
            : 'This room has no temperature sensor: add one in set-up, then import or record its readings.'}
        </p>
      </section>
    );
  return (
    <section
      className="grid min-h-full grid-cols-[270px_minmax(0,1fr)] max-lg:grid-cols-1"
      aria-label="Temperature programme"
    >
      <WantedForm
        view={view}
        wanted={wanted}
        working={working}
        error={error}
        onSeek={() => (how === 'date' ? void seek() : followIt())}
        onStop={() => stop.current?.abort()}
      />
      <div className="min-w-0 px-5 py-4">
        <Verdict
          answer={answer}
          lot={lot?.name ?? ''}
          worth={worth}
          dates={dates.find((d) => d.lot.id === lot?.id)?.dates.get(stage) ?? null}
          running={running}
          drawn={course !== null}
          now={now}
          timeZone={timeZone}
          window={from !== null && to !== null && how === 'date' ? { from, to } : null}
        />
        <ProgrammeChart
          measured={view.measured}
          ambient={water}
          handles={handles}
          running={running?.points ?? []}
          limits={limits}
          window={how === 'date' && from !== null && to !== null ? { from, to } : null}
          marks={marks}
          now={now}
          timeZone={timeZone}
          us={us}
          onDrag={(i, celsius) => setCourse(dragged(handles, i, celsius))}
        />
        <p className="quiet text-small">
          Solid: measured, then set. Dotted: the water as it comes. {running && 'Dashed: set points in force. '}Drag a
          point, or use the arrow keys.
        </p>
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(240px,20rem)] gap-6 max-md:grid-cols-1">
          <div className="min-w-0">
            <LotDates
              dates={dates}
              chosen={lot?.id ?? null}
              drawn={course !== null}
              running={running !== null}
              now={now}
              timeZone={timeZone}
            />
            <Conflicts view={view} dates={dates} timeZone={timeZone} />
            <Together
              key={`${lot?.id} ${stage}`}
              view={view}
              stage={stage}
              stageName={lot?.phases.find((p) => p.stage === stage)?.name ?? stage}
              lot={lot?.name ?? ''}
              at={wanted.typed.date ? to : null}
            />
          </div>
          <div className="flex flex-col gap-2">
            {course && s.role !== 'reader' && (
              <form
                onSubmit={(e) => {
                  e.preventDefault();
                  save();
                }}
              >
                <ActFoot act={act} label="Put in force" />
              </form>
            )}
            {(course || running) && water[0] && plant.flowLPerMin > 0 && (
              <Valves
                wanted={ambientAt(plan, now + DAY_MS)}
                cold={ambientAt(water, now + DAY_MS)}
                flowLPerMin={plant.flowLPerMin}
              />
            )}
            {(course || running) && (
              <Button kind="link" className="text-left" onClick={csv}>
                Set points by day as CSV
              </Button>
            )}
            {course && (
              <Button kind="link" className="text-left" onClick={() => setCourse(null)}>
                Put this course away
              </Button>
            )}
            {running && !course && s.role !== 'reader' && (
              <form
                onSubmit={(e) => {
                  e.preventDefault();
                  void end.submit({ sensor: view.sensor!.id }, () => 'Ended: dates follow the water as it is.');
                }}
              >
                <ActFoot act={end} label="End the programme" />
              </form>
            )}
            <Caution>
              Temper eggs at the pace of their species; heated water gives off gas, degas it; look at rolling when water
              cools or warms. A heater in water needs its own breaker and earth.
            </Caution>
          </div>
        </div>
      </div>
    </section>
  );
}
