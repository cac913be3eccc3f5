'use client';

import { useState } from 'react';
import { grouped } from '@/core/quantities/format';
import { Caution } from '@/ui/caution';
import { SelectField, TextField } from '@/ui/fields';
import { useSession } from '../frame/session';
import { amountPayload, emptyHowMany, HowManyInput, MeanWeight, readHowMany, useHowMany } from './HowMany';
import {
  MeasureInput,
  measureOf,
  NumberInput,
  type Pair,
  PairRows,
  readPairs,
  useEventFields,
  useShown,
  wholeOf,
} from './inputs';
import { ActFoot, useAct } from './useAct';

/** A holding that acts are about, as the page knows it. */
export type ActHolding = {
  unitId: number;
  unit: string;
  lotId: number;
  lot: string;
  stage: string;
  stageName: string;
  number: number;
  stages: readonly { id: string; name: string }[];
  checks: readonly { id: string; name: string; stage: string; looks: string }[];
};
/** Units to choose from, by room, with what stands there. */
export type PlaceOption = { id: number; name: string; room: string; kind: string; holds: string };
export type SiteOption = { id: number; name: string };

type Props = { h: ActHolding; places: readonly PlaceOption[]; sites: readonly SiteOption[] };
const at = (h: ActHolding) => ({ unit: h.unitId, lotId: h.lotId, stage: h.stage });
const inForm = 'flex flex-col gap-3';

export function placeOptions(places: readonly PlaceOption[], not?: number) {
  return places
    .filter((p) => p.id !== not)
    .map((p) => ({
      value: String(p.id),
      label: p.holds ? `${p.name}, holds ${p.holds}` : `${p.name}, empty`,
      group: p.room,
    }));
}

/** Dead picked or taken out: one number, the thumb's act. */
export function LossForm({ h, type }: { h: ActHolding; type: 'pick.record' | 'dead.record' }) {
  const { locale } = useSession();
  const act = useAct(type, () => setNumber(''));
  const event = useEventFields();
  const [number, setNumber] = useState('');
  const [cause, setCause] = useState('');
  const n = wholeOf(number, locale).value;
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        if (n !== null)
          void act.submit({ ...at(h), number: n, cause, ...event.payload }, () => `${grouped(n)} recorded, ${h.unit}.`);
      }}
    >
      <NumberInput
        label={type === 'pick.record' ? 'Dead picked' : 'Dead taken out'}
        value={number}
        onChange={setNumber}
        error={act.errorOn('number')}
        hint="0 says: looked, none found"
      />
      {type === 'dead.record' && <TextField label="Suspected cause" value={cause} onChange={setCause} />}
      {event.view(act.errorOn('at'))}
      <ActFoot act={act} label="Record" disabled={n === null} fields={['number', 'at']} />
    </form>
  );
}

export function CheckForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const act = useAct('check.record', () => {
    setSuccesses('');
    setTrials('');
  });
  const event = useEventFields();
  const checks = h.checks.filter((c) => c.stage === h.stage || h.checks.length < 3);
  const list = checks.length > 0 ? checks : h.checks;
  const [check, setCheck] = useState(list.find((c) => c.id === 'eyed')?.id ?? list[0]?.id ?? '');
  const [successes, setSuccesses] = useState('');
  const [trials, setTrials] = useState('');
  const [s, t] = [wholeOf(successes, locale).value, wholeOf(trials, locale).value];
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        if (s !== null && t !== null)
          void act.submit(
            { ...at(h), check, successes: s, trials: t, ...event.payload },
            (r) =>
              `${Math.round(100 * Number(r?.estimate))} %, between ${Math.round(100 * Number(r?.low))} and ${Math.round(100 * Number(r?.high))} %. No animal was moved.`,
          );
      }}
    >
      <SelectField
        label="Looked for"
        value={check}
        onChange={setCheck}
        options={list.map((c) => ({ value: c.id, label: c.name }))}
        hint={list.find((c) => c.id === check)?.looks}
        error={act.errorOn('check')}
      />
      <div className="grid grid-cols-2 gap-2">
        <NumberInput label="So many were" value={successes} onChange={setSuccesses} error={act.errorOn('successes')} />
        <NumberInput label="of so many looked at" value={trials} onChange={setTrials} error={act.errorOn('trials')} />
      </div>
      {event.view(act.errorOn('at'))}
      <ActFoot
        act={act}
        label="Record check"
        disabled={s === null || t === null}
        fields={['successes', 'trials', 'check', 'at']}
      />
    </form>
  );
}

/** Hatch and other changes of stage, all or in parts over days. */
export function StageForm({ h }: { h: ActHolding }) {
  const next = h.stages[h.stages.findIndex((s) => s.id === h.stage) + 1];
  const act = useAct('stage.change', () => many.reset());
  const event = useEventFields();
  const many = useHowMany('all');
  if (!next) return <p className="quiet">{h.stageName} is the last stage.</p>;
  const m = many.read();
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        if (m)
          void act.submit(
            { unit: h.unitId, lotId: h.lotId, from: h.stage, to: next.id, amount: amountPayload(m), ...event.payload },
            () => `Recorded: now ${next.name}.`,
          );
      }}
    >
      <p className="quiet">
        {h.stageName} that are now {next.name}
      </p>
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['all', 'counted', 'volume', 'estimated']}
        error={act.errorOn('number')}
      />
      {event.view(act.errorOn('at'))}
      <ActFoot
        act={act}
        label={next.id === 'yolksac' ? 'Record hatch' : 'Record stage'}
        disabled={!m}
        fields={['number', 'at']}
      />
    </form>
  );
}

/** Part or all of a unit to another; ponding begins the next stage there, from several units at once. */
export function MoveForm({
  h,
  places,
  pond = false,
  siblings = [],
}: Props & { pond?: boolean; siblings?: readonly ActHolding[] }) {
  const act = useAct('move.record', () => many.reset());
  const event = useEventFields();
  const many = useHowMany(pond ? 'all' : 'counted');
  const [to, setTo] = useState('');
  const [also, setAlso] = useState<number[]>([]);
  const m = many.read();
  const sources = [h, ...siblings.filter((s) => also.includes(s.unitId))];
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        if (m && to)
          void act.submit(
            {
              sources: sources.map((s) => ({ ...at(s), amount: s === h ? amountPayload(m) : { kind: 'all' } })),
              to: Number(to),
              ...(pond ? { toStage: 'fry' } : {}),
              ...event.payload,
            },
            (r) => `In ${r?.unit} now: ${r?.lot}.`,
          );
      }}
    >
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['all', 'counted', 'weight', 'volume', 'estimated']}
        error={act.errorOn('number') ?? act.errorOn('sources')}
      />
      {pond && siblings.length > 0 && (
        <fieldset className="field">
          <legend className="label mb-1 text-[0.87rem] text-soft">with all of</legend>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {siblings.map((s) => (
              <label key={s.unitId} className="flex cursor-pointer items-center gap-1.5">
                <input
                  type="checkbox"
                  className="accent-[var(--deep)]"
                  checked={also.includes(s.unitId)}
                  onChange={(e) => setAlso(e.target.checked ? [...also, s.unitId] : also.filter((x) => x !== s.unitId))}
                />
                {s.unit} <span className="quiet">{s.lot}</span>
              </label>
            ))}
          </div>
        </fieldset>
      )}
      <SelectField
        label="To"
        value={to}
        onChange={setTo}
        options={placeOptions(places, h.unitId)}
        error={act.errorOn('to')}
      />
      {event.view(act.errorOn('at'))}
      <ActFoot
        act={act}
        label={pond ? 'Pond them' : 'Move'}
        disabled={!m || !to}
        fields={['number', 'to', 'at', 'sources']}
      />
    </form>
  );
}

type ClassRow = { grade: string; unit: string; many: ReturnType<typeof emptyHowMany> };

export function GradeForm({ h, places }: Props) {
  const { locale } = useSession();
  const shown = useShown();
  const act = useAct('grade.record');
  const event = useEventFields();
  const [classes, setClasses] = useState<ClassRow[]>([
    { grade: 'L', unit: '', many: emptyHowMany('counted') },
    { grade: 'S', unit: '', many: emptyHowMany('counted') },
  ]);
  const set = (i: number, p: Partial<ClassRow>) => setClasses(classes.map((c, k) => (k === i ? { ...c, ...p } : c)));
  const read = classes.map((c) => ({ ...c, m: readHowMany(c.many, locale, shown) }));
  const ready = read.every((c) => c.m && c.unit && c.grade);
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        if (ready)
          void act.submit(
            {
              ...at(h),
              classes: read.map((c) => ({ grade: c.grade, unit: Number(c.unit), amount: amountPayload(c.m!) })),
              ...event.payload,
            },
            (r) => `New lots: ${((r?.lots as string[] | undefined) ?? []).join(', ')}.`,
          );
      }}
    >
      <p className="quiet">
        Feed none today and see that the receiving units are filled. With every class measured the grading is a count of
        the whole.
      </p>
      {classes.map((c, i) => (
        <fieldset key={i} className="flex flex-col gap-2 border-t border-rule pt-2">
          <legend className="sr-only">Class {i + 1}</legend>
          <div className="grid grid-cols-[5rem_1fr] gap-2">
            <TextField label="Class" value={c.grade} onChange={(grade) => set(i, { grade })} />
            <SelectField
              label="To"
              value={c.unit}
              onChange={(unit) => set(i, { unit })}
              options={placeOptions(places, h.unitId)}
            />
          </div>
          <HowManyInput
            value={c.many}
            onChange={(many) => set(i, { many })}
            methods={i === classes.length - 1 ? ['counted', 'weight', 'all'] : ['counted', 'weight']}
          />
        </fieldset>
      ))}
      <div className="flex gap-3">
        <button
          type="button"
          className="link"
          onClick={() => setClasses([...classes, { grade: '', unit: '', many: emptyHowMany('counted') }])}
        >
          another class
        </button>
        {classes.length > 2 && (
          <button type="button" className="link" onClick={() => setClasses(classes.slice(0, -1))}>
            one less
          </button>
        )}
      </div>
      {event.view(act.errorOn('at'))}
      <ActFoot act={act} label="Record grading" disabled={!ready} fields={['at']} />
    </form>
  );
}

/** Sample weights, batch by batch until settled, with the whole if weighed. */
export function WeighForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct('weigh.record', () => {
    setRows([{ a: '', b: '' }]);
    setTotal('');
  });
  const event = useEventFields();
  const [rows, setRows] = useState<Pair[]>([{ a: '', b: '' }]);
  const [total, setTotal] = useState('');
  const pairs = readPairs(rows, 'mass', unit('mass', true), locale);
  const batches =
    pairs?.filter((p) => p.measure > 0 && p.count > 0).map((p) => ({ massG: p.measure, count: p.count })) ?? [];
  const totalG = measureOf(total, 'mass', unit('mass'), locale);
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        if (batches.length > 0)
          void act.submit(
            { ...at(h), batches, ...(totalG.value === null ? {} : { totalMassG: totalG.value }), ...event.payload },
            (r) => (r?.count ? saidCensus(r) : `${Number(r?.meanG).toPrecision(3)} g each.`),
          );
      }}
    >
      <PairRows
        label="Sample batches"
        dimension="mass"
        first="mass"
        rows={rows}
        onChange={setRows}
        error={act.errorOn('batches')}
      />
      <MeanWeight batches={batches} />
      <MeasureInput
        label="All weighed (if so)"
        dimension="mass"
        value={total}
        onChange={setTotal}
        error={act.errorOn('totalMassG')}
        hint="With the whole weighed this is a count"
      />
      {event.view(act.errorOn('at'))}
      <ActFoot
        act={act}
        label="Record weights"
        disabled={batches.length === 0 || totalG.error !== null}
        fields={['batches', 'totalMassG', 'at']}
      />
    </form>
  );
}

export function CountForm({ h }: { h: ActHolding }) {
  const act = useAct('count.record', () => many.reset());
  const event = useEventFields();
  const many = useHowMany('counted');
  const m = many.read();
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        if (m && m !== 'all') void act.submit({ ...at(h), measured: m, ...event.payload }, (r) => saidCensus(r!));
      }}
    >
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['counted', 'weight', 'volume', 'estimated']}
        error={act.errorOn('measured')}
      />
      {event.view(act.errorOn('at'))}
      <ActFoot act={act} label="Record count" disabled={!m} fields={['measured', 'at']} />
    </form>
  );
}

function saidCensus(r: Record<string, unknown>): string {
  const unexplained = Number(r.unexplained);
  const did = { combine: 'combined', replace: 'the count stands', note: 'noted only' }[r.mode as 'combine'];
  return `The count says ${(r.count as { text: string }).text}, the books said ${(r.books as { text: string }).text}: ${did}${unexplained === 0 ? '' : `; ${grouped(Math.abs(unexplained))} ${unexplained > 0 ? 'to' : 'from'} unexplained`}.`;
}

const outWords = {
  culled: 'culled',
  sold: 'sold',
  sampled: 'sample, killed',
  escaped: 'escaped',
  dead: 'unit lost',
} as const;

/** Animals that leave other than by pick or release: culled, sold, sampled and killed, escaped, the loss of a whole unit. */
export function OutForm({ h }: { h: ActHolding }) {
  const act = useAct('loss.record', () => many.reset());
  const event = useEventFields();
  const many = useHowMany('counted');
  const [account, setAccount] = useState<keyof typeof outWords>('culled');
  const [cause, setCause] = useState('');
  const [receiver, setReceiver] = useState('');
  const m = many.read();
  const all = m === 'all';
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        if (m)
          void act.submit(
            { ...at(h), account, cause, receiver, ...(all ? { all: true } : { measured: m }), ...event.payload },
            () => 'Recorded.',
          );
      }}
    >
      <SelectField
        label="They were"
        value={account}
        onChange={(a) => {
          setAccount(a);
          if (a === 'dead' || a === 'escaped') many.setValue({ ...many.value, method: 'all' });
        }}
        options={(Object.keys(outWords) as (keyof typeof outWords)[]).map((k) => ({ value: k, label: outWords[k] }))}
      />
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['counted', 'weight', 'estimated', 'all']}
        error={act.errorOn('measured') ?? act.errorOn('number')}
      />
      {account === 'sold' ? (
        <TextField label="To whom" value={receiver} onChange={setReceiver} />
      ) : (
        <TextField label="What happened" value={cause} onChange={setCause} error={act.errorOn('cause')} />
      )}
      {(account === 'culled' || account === 'sampled') && (
        <Caution>
          Humane killing only by trained people, by the method that local rules allow; see that one application was
          enough.
        </Caution>
      )}
      {event.view(act.errorOn('at'))}
      <ActFoot act={act} label="Write off" disabled={!m} fields={['measured', 'number', 'cause', 'at']} />
    </form>
  );
}

/** Weighed out bucket by bucket, to a site. */
export function ReleaseForm({ h, sites }: Props) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct('release.record');
  const event = useEventFields();
  const [rows, setRows] = useState<Pair[]>([{ a: '', b: '' }]);
  const [buckets, setBuckets] = useState('');
  const [site, setSite] = useState('');
  const [emptied, setEmptied] = useState(false);
  const [water, setWater] = useState('');
  const pairs = readPairs(rows, 'mass', unit('mass', true), locale);
  const batches =
    pairs?.filter((p) => p.measure > 0 && p.count > 0).map((p) => ({ massG: p.measure, count: p.count })) ?? [];
  const parts = buckets
    .split(/[;\n]+|\s{1,}(?=\d)/)
    .map((b) => b.trim())
    .filter(Boolean);
  const masses = parts.map((b) => measureOf(b, 'mass', unit('mass'), locale));
  const bad = masses.find((m) => m.error)?.error ?? null;
  const good = masses.flatMap((m) => (m.value ? [m.value] : []));
  const celsius = measureOf(water, 'temperature', unit('temperature'), locale);
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        void act.submit(
          {
            ...at(h),
            site: Number(site),
            batches,
            bucketsG: good,
            emptied,
            ...(celsius.value === null ? {} : { waterCelsius: celsius.value }),
            ...event.payload,
          },
          (r) => `${r?.text} released to ${r?.site}.`,
        );
      }}
    >
      <SelectField
        label="Released to"
        value={site}
        onChange={setSite}
        options={sites.map((s) => ({ value: String(s.id), label: s.name }))}
        error={act.errorOn('site')}
      />
      <PairRows
        label="Sample batches"
        dimension="mass"
        first="mass"
        rows={rows}
        onChange={setRows}
        error={act.errorOn('batches')}
      />
      <MeanWeight batches={batches} />
      <TextField
        label={`Buckets, ${unit('mass')} each, one after the other`}
        value={buckets}
        onChange={setBuckets}
        placeholder="8.2 7.9 8.4"
        error={bad ?? act.errorOn('bucketsG')}
        hint={
          good.length > 0
            ? `${good.length} ${good.length === 1 ? 'bucket' : 'buckets'}, ${(good.reduce((s, b) => s + b, 0) / 1000).toFixed(2)} kg${batches.length > 0 ? `: about ${grouped(good.reduce((s, b) => s + b, 0) / (batches.reduce((s, b) => s + b.massG, 0) / batches.reduce((s, b) => s + b.count, 0)))} animals` : ''}`
            : undefined
        }
      />
      <MeasureInput
        label="Receiving water"
        dimension="temperature"
        value={water}
        onChange={setWater}
        hint="Temper slowly: a few degrees at most between the two waters"
      />
      <label className="flex cursor-pointer items-center gap-2">
        <input
          type="checkbox"
          className="accent-[var(--deep)]"
          checked={emptied}
          onChange={(e) => setEmptied(e.target.checked)}
        />
        {h.unit} is empty now
      </label>
      <Caution>
        Transfer and release need their permits; check them, and the health papers, before loading. Compressed oxygen:
        no grease, no flame.
      </Caution>
      {event.view(act.errorOn('at'))}
      <ActFoot
        act={act}
        label="Record release"
        disabled={batches.length === 0 || good.length === 0 || bad !== null || !site}
        fields={['site', 'batches', 'bucketsG', 'at']}
      />
    </form>
  );
}

export function FeedForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct('feed.record', () => setMass(''));
  const event = useEventFields();
  const [mass, setMass] = useState('');
  const [feed, setFeed] = useState('');
  const m = measureOf(mass, 'mass', unit('mass', true), locale);
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        if (m.value !== null)
          void act.submit({ ...at(h), massG: m.value, feed, ...event.payload }, () => 'Feed recorded.');
      }}
    >
      <MeasureInput
        label="Feed given"
        dimension="mass"
        small
        value={mass}
        onChange={setMass}
        error={act.errorOn('massG')}
      />
      <TextField label="Which feed" value={feed} onChange={setFeed} />
      {event.view(act.errorOn('at'))}
      <ActFoot act={act} label="Record feed" disabled={m.value === null} fields={['massG', 'at']} />
    </form>
  );
}

export function NoteForm({ h }: { h: ActHolding }) {
  const act = useAct('note.record', () => setNote(''));
  const [note, setNote] = useState('');
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        void act.submit({ unit: h.unitId, lotId: h.lotId, note }, () => 'Noted.');
      }}
    >
      <TextField label={`Note on ${h.unit}`} value={note} onChange={setNote} error={act.errorOn('note')} />
      <ActFoot act={act} label="Note" disabled={!note.trim()} fields={['note']} />
    </form>
  );
}

/** Nothing is left in the unit: what the books still show goes to unexplained. */
export function EmptiedForm({ h }: { h: ActHolding }) {
  const act = useAct('unit.emptied');
  const event = useEventFields();
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        void act.submit(
          { ...at(h), ...event.payload },
          (r) => `${h.unit} is empty; ${grouped(Number(r?.unexplained))} went to unexplained.`,
        );
      }}
    >
      <p>
        The books show {grouped(h.number)} in {h.unit}. If it is empty, they go to unexplained.
      </p>
      {event.view(act.errorOn('at'))}
      <ActFoot act={act} label={`${h.unit} is empty`} fields={['at']} />
    </form>
  );
}

/** Eggs from the bench into units, by measured volume. */
export function LayDownForm({ h, places, totalVolumeMl }: Props & { totalVolumeMl: number | null }) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct('eggs.layDown');
  const event = useEventFields();
  const toShown = unit('volume') === 'L' ? 1000 : 946.352946;
  const [total, setTotal] = useState(
    totalVolumeMl === null ? '' : String(Number((totalVolumeMl / toShown).toPrecision(6))),
  );
  const [rows, setRows] = useState([{ unit: '', volume: '' }]);
  const [graduation, setGraduation] = useState(unit('volume', true) === 'mL' ? '10' : '0.5');
  const totalMl = measureOf(total, 'volume', unit('volume'), locale).value;
  const parts = rows
    .filter((r) => r.unit && r.volume)
    .map((r) => ({ unit: Number(r.unit), volumeMl: measureOf(r.volume, 'volume', unit('volume'), locale).value }));
  const grad = measureOf(graduation, 'volume', unit('volume', true), locale).value;
  const poured = parts.reduce((s, p) => s + (p.volumeMl ?? 0), 0);
  const ready =
    totalMl !== null &&
    totalMl > 0 &&
    parts.length > 0 &&
    parts.every((p) => p.volumeMl !== null && p.volumeMl > 0) &&
    grad !== null;
  const set = (i: number, p: Partial<(typeof rows)[number]>) => {
    const next = rows.map((r, k) => (k === i ? { ...r, ...p } : r));
    if (i === rows.length - 1 && next[i]!.unit && next[i]!.volume) next.push({ unit: '', volume: '' });
    setRows(next);
  };
  return (
    <form
      className={inForm}
      onSubmit={(e) => {
        e.preventDefault();
        if (ready)
          void act.submit(
            { unit: h.unitId, lotId: h.lotId, totalVolumeMl: totalMl, parts, graduationMl: grad, ...event.payload },
            (r) => `Laid down in ${((r?.units as string[] | undefined) ?? []).join(', ')}.`,
          );
      }}
    >
      <MeasureInput
        label="Volume of all"
        dimension="volume"
        value={total}
        onChange={setTotal}
        error={act.errorOn('totalVolumeMl')}
        hint="As measured with the samples: both dry or both hardened"
      />
      {rows.map((r, i) => (
        <div key={i} className="grid grid-cols-[1fr_7rem] gap-2">
          <SelectField
            label={`Unit ${i + 1}`}
            value={r.unit}
            onChange={(u) => set(i, { unit: u })}
            options={placeOptions(places, h.unitId)}
            empty="choose"
          />
          <MeasureInput
            label="Volume"
            dimension="volume"
            value={r.volume}
            onChange={(volume) => set(i, { volume })}
            hint={
              r.volume && totalMl
                ? `${grouped((h.number * (measureOf(r.volume, 'volume', unit('volume'), locale).value ?? 0)) / totalMl)} eggs`
                : undefined
            }
          />
        </div>
      ))}
      {act.errorOn('parts') && <p className="text-loss">{act.errorOn('parts')}</p>}
      <p className="quiet" data-testid="poured">
        {totalMl ? `${((100 * poured) / totalMl).toFixed(0)} % of the volume shared out` : ''}
      </p>
      <MeasureInput
        label="The measure reads to"
        dimension="volume"
        small
        value={graduation}
        onChange={setGraduation}
        hint="One graduation: its error goes into each unit’s doubt"
      />
      <Caution>
        Temper slowly to the new water, shade from light, do not let them dry; then leave them in peace.
      </Caution>
      {event.view(act.errorOn('at'))}
      <ActFoot act={act} label="Lay down" disabled={!ready} fields={['totalVolumeMl', 'parts', 'at']} />
    </form>
  );
}
