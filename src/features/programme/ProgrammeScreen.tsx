'use client';

import { useMemo, useRef, useState } from 'react';
import type { Point } from '@/core/development/timeline';
import { figures } from '@/core/quantities/format';
import { dayMonth, isoDay, startOfDay } from '@/core/time/localDay';
import type { ProgrammeView } from '@/queries/programme';
import { Caution } from '@/ui/caution';
import { Choice, Field, SelectField } from '@/ui/fields';
import { DecimalInput, decimalOf, MeasureInput, measureOf, numberText, useShown } from '../acts/inputs';
import { ActFoot, useAct } from '../acts/useAct';
import { useSession } from '../frame/session';
import { Conflicts } from './Conflicts';
import { daily, datesOf, dragged, figuresOf, followed, handlesOf } from './course';
import { LotDates } from './LotDates';
import { type Mark, ProgrammeChart } from './ProgrammeChart';
import { type Answer, Head, Verdict } from './ProgrammeVerdict';
import { Together } from './Together';

const DAY = 86_400_000;

/** Which temperatures bring which day, at what cost; drawn, dragged, put in force, followed. */
export function ProgrammeScreen({ view }: { view: ProgrammeView }) {
  const s = useSession();
  const { locale, timeZone } = s;
  const unit = useShown();
  const { now } = view;
  const us = s.units === 'us';
  const running = view.running;
  const [lotId, setLotId] = useState(String(running?.lotId ?? view.lots[0]?.id ?? ''));
  const lot = view.lots.find((l) => String(l.id) === lotId) ?? null;
  const open = lot?.phases.filter((p) => !lot.milestones.find((m) => m.id === p.stage)?.seen) ?? [];
  const [stage, setStage] = useState(
    running?.stage ?? open.find((p) => p.stage === 'hatched')?.stage ?? open[0]?.stage ?? '',
  );
  const predicted = lot?.milestones.find((m) => m.id === stage)?.at ?? null;
  const [date, setDate] = useState(running ? isoDay(running.targetAt - 1, timeZone) : '');
  const wantedDay = date || (predicted === null ? '' : isoDay(predicted, timeZone));
  const [days, setDays] = useState('1');
  const [how, setHow] = useState<'date' | 'follow'>('date');
  const [offset, setOffset] = useState('0');
  const [ambientId, setAmbientId] = useState(
    String(view.ambient.find((a) => a.sensor === view.sensor?.id)?.sensor ?? view.ambient[0]?.sensor ?? ''),
  );
  const ambient = view.ambient.find((a) => String(a.sensor) === ambientId) ?? null;
  const [flow, setFlow] = useState(numberText(40, locale));
  const [heat, setHeat] = useState('');
  const [chill, setChill] = useState('');
  const [low, setLow] = useState('');
  const [high, setHigh] = useState('');
  const [step, setStep] = useState('');
  const [course, setCourse] = useState<Point[] | null>(null);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [working, setWorking] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  const act = useAct('programme.save', () => setCourse(null));
  const end = useAct('programme.end');

  const temperature = (text: string) => measureOf(text, 'temperature', unit('temperature'), locale);
  const number = (text: string) => decimalOf(text, locale).value;
  const limits = {
    low: temperature(low).value ?? lot?.limits.low ?? 0,
    high: temperature(high).value ?? lot?.limits.high ?? 20,
    maxStepPerDay: number(step) ?? lot?.limits.maxStepPerDay ?? 1,
  };
  const litres = measureOf(flow, 'flow', unit('flow'), locale);
  const plant = {
    flowLPerMin: litres.value ?? 0,
    ...(number(heat) === null ? {} : { heatKw: number(heat)! }),
    ...(number(chill) === null ? {} : { chillKw: number(chill)! }),
  };
  const water = ambient?.points ?? [];
  const nowCelsius = view.measured.at(-1)?.celsius ?? water[0]?.celsius ?? 0;
  const to = wantedDay ? startOfDay(wantedDay, timeZone) + DAY / 2 + DAY / 2 : null;
  const from = to === null ? null : to - Math.max(1, number(days) ?? 1) * DAY;

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
      .filter((p) => (l.id === lot?.id ? p.stage === stage || p.stage === 'hatched' : p.stage === 'hatched'))
      .flatMap((p) => {
        const at = d.get(p.stage);
        return at && at > now - 5 * DAY && at < now + 400 * DAY
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
    const until = (dates.find((d) => d.lot.id === lot?.id)?.dates.get('swumUp') ?? now + 90 * DAY) + 5 * DAY;
    setCourse(
      followed(water, number(offset) ?? 0, limits, { at: now, celsius: nowCelsius }, Math.min(until, now + 200 * DAY)),
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
  const otherDates = view.others.filter((o) => o.stage === stage && o.lot !== lot?.name);

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
      <form
        className="flex flex-col gap-2.5 border-r border-rule px-5 py-4"
        onSubmit={(e) => {
          e.preventDefault();
          if (how === 'date') void seek();
          else followIt();
        }}
      >
        <Head view={view} />
        <Choice
          label="What is wanted"
          value={how}
          onChange={setHow}
          options={[
            { value: 'date', label: 'a date' },
            { value: 'follow', label: 'follow a water' },
          ]}
        />
        <SelectField
          label="Lot"
          value={lotId}
          onChange={(v) => {
            setLotId(v);
            setDate('');
          }}
          options={view.lots.map((l) => ({
            value: String(l.id),
            label: `${l.name}, ${l.units.length > 3 ? `${l.units.length} units` : l.units.join(' ')}`,
          }))}
        />
        {how === 'date' ? (
          <>
            <div className="grid grid-cols-2 gap-2">
              <SelectField
                label="Stage"
                value={stage}
                onChange={(v) => {
                  setStage(v);
                  setDate('');
                }}
                options={open.map((p) => ({ value: p.stage, label: p.name }))}
              />
              <DecimalInput label="Within days" value={days} onChange={setDays} />
            </div>
            <Field
              label="Not after"
              hint={predicted === null ? undefined : `${dayMonth(predicted, timeZone, now)} as things go now`}
            >
              {(p) => (
                <input
                  {...p}
                  type="date"
                  className="input"
                  value={wantedDay}
                  onChange={(e) => setDate(e.target.value)}
                />
              )}
            </Field>
            {otherDates.length > 0 && (
              <SelectField
                label="or together with"
                value=""
                empty="another take"
                onChange={(v) => v && setDate(isoDay(Number(v), timeZone))}
                options={otherDates.map((o) => ({
                  value: String(o.at),
                  label: `${o.lot}, ${dayMonth(o.at, timeZone, now)}`,
                }))}
              />
            )}
          </>
        ) : (
          <DecimalInput label="Degrees above it" value={offset} onChange={setOffset} hint="below it: with a minus" />
        )}
        <SelectField
          label={how === 'date' ? 'Water as it comes' : 'The water to follow'}
          value={ambientId}
          onChange={setAmbientId}
          options={view.ambient.map((a) => ({ value: String(a.sensor), label: a.name }))}
          hint={ambient?.how}
        />
        <div className="grid grid-cols-3 gap-2">
          <MeasureInput label="Flow" dimension="flow" value={flow} onChange={setFlow} error={litres.error} />
          <DecimalInput label="Heat, kW" value={heat} onChange={setHeat} />
          <DecimalInput label="Chill, kW" value={chill} onChange={setChill} />
        </div>
        <details className="text-[0.95rem]">
          <summary className="link cursor-pointer">
            limits: {figures(limits.low)} to {figures(limits.high)} °C, {figures(limits.maxStepPerDay)} a day
          </summary>
          <div className="mt-2 grid grid-cols-3 gap-2">
            <MeasureInput label="Lowest" dimension="temperature" value={low} onChange={setLow} />
            <MeasureInput label="Highest" dimension="temperature" value={high} onChange={setHigh} />
            <DecimalInput label="°C a day" value={step} onChange={setStep} />
          </div>
        </details>
        <div className="flex items-center gap-2">
          <button
            type="submit"
            className="button main"
            disabled={working || !lot || litres.value === null || (how === 'date' && !to)}
          >
            {how === 'date' ? 'Find the cheapest' : 'Draw it'}
          </button>
          {working && (
            <button type="button" className="button" onClick={() => stop.current?.abort()}>
              Stop
            </button>
          )}
        </div>
        {error && (
          <p role="alert" className="text-loss">
            {error}
          </p>
        )}
      </form>
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
        <p className="quiet text-[0.87rem]">
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
              at={date ? to : null}
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
            {(course || running) && (
              <button type="button" className="link text-left" onClick={csv}>
                Set points by day as CSV
              </button>
            )}
            {course && (
              <button type="button" className="link text-left" onClick={() => setCourse(null)}>
                Put this course away
              </button>
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
