'use client';

import { useState } from 'react';
import { type MeasurementInput, measurement, numberFrom } from '@/core/books/measure';
import { judgedSays } from '@/core/incubation/verdicts';
import { grouped } from '@/core/quantities/format';
import { recordDead } from '@/modules/health/acts/dead/act';
import { recordCheck } from '@/modules/incubation/acts/check/act';
import { recordPick } from '@/modules/incubation/acts/pick/act';
import { recordLossOf } from '@/modules/moves/acts/loss/act';
import { recordFeed } from '@/modules/rearing/acts/feed/act';
import { recordNote } from '@/modules/records/acts/note/act';
import { recordSampleReturned } from '@/modules/sorting/acts/sample/act';
import { recordReading } from '@/modules/water/acts/reading/act';
import { recordTemperature } from '@/modules/water/acts/temperature/act';
import { Caution } from '@/ui/caution';
import { SelectField, TextField } from '@/ui/fields';
import { useSession } from '../frame/session';
import { ActForm } from './ActForm';
import { useCorrecting, useOriginal } from './correcting';
import { HowManyInput, useHowMany } from './HowMany';
import { type ActHolding, at } from './holding';
import { decimalOf, MeasureInput, measureOf, measureText, NumberInput, numberText, useShown, wholeOf } from './inputs';
import { TallyPad } from './TallyPad';
import { useAct } from './useAct';
import { useEventFields } from './when';

/** Dead picked or taken out: one number, the thumb's act. */
export function LossForm({ h, act: of }: { h: ActHolding; act: typeof recordPick | typeof recordDead }) {
  const { locale } = useSession();
  const act = useAct(of as typeof recordPick, () => {
    setNumber('');
    many.reset();
    setNth((k) => k + 1);
  });
  const event = useEventFields();
  const correcting = useCorrecting();
  const original = useOriginal<{ number: number; measured?: MeasurementInput; cause: string }>();
  const many = useHowMany('volume', original?.measured);
  // A round that is recorded leaves no taps for the next.
  const [nth, setNth] = useState(0);
  const [tallied, setTallied] = useState(false);
  const [measuring, setMeasuring] = useState(original?.measured !== undefined);
  const [number, setNumber] = useState(original ? numberText(original.number ?? 0, locale) : '');
  const [cause, setCause] = useState(original?.cause ?? '');
  const read = measuring ? many.read() : null;
  const measured = read === 'all' ? null : read;
  const n = measured
    ? numberFrom(measurement.parse(measured)).number
    : measuring
      ? null
      : wholeOf(number, locale).value;
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (n !== null)
          void act.submit(
            {
              ...at(h),
              number: n,
              // What was measured before is taken away by a count that takes its place.
              ...(measured ? { measured } : correcting ? { measured: null } : {}),
              cause,
              ...event.payload,
            },
            (r) => `${grouped(n)} recorded, ${h.unit}.${judgedSays(r.judged)}`,
          );
      }}
      label="Record"
      disabled={n === null}
    >
      {measuring ? (
        <HowManyInput
          value={many.value}
          onChange={many.setValue}
          methods={['volume', 'weight']}
          what="dead"
          error={act.errorOn('measured') ?? act.errorOn('number')}
        />
      ) : (
        <>
          <NumberInput
            label={of === recordPick ? 'Dead picked' : 'Dead taken out'}
            value={number}
            onChange={setNumber}
            error={act.errorOn('number')}
            hint="0 says: looked, none found"
          />
          {!correcting && (
            <TallyPad
              key={nth}
              open={nth > 0 && tallied}
              classes={[{ id: 'dead', word: 'dead', key: 'd' }]}
              word="Count"
              onCount={(taps) => {
                setTallied(true);
                setNumber(numberText(taps.dead ?? 0, locale));
              }}
            />
          )}
        </>
      )}
      <button type="button" className="link self-start text-[0.92rem]" onClick={() => setMeasuring(!measuring)}>
        {measuring ? 'count them one by one' : 'many: by volume or weight'}
      </button>
      {of === recordDead && <TextField label="Suspected cause" value={cause} onChange={setCause} />}
    </ActForm>
  );
}

export function CheckForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const act = useAct(recordCheck, () => {
    setSuccesses('');
    setTrials('');
  });
  const event = useEventFields();
  const checks = h.checks.filter((c) => c.stage === h.stage || h.checks.length < 3);
  const list = checks.length > 0 ? checks : h.checks;
  const original = useOriginal<{ check: string; successes: number; trials: number }>();
  const [check, setCheck] = useState(original?.check ?? list.find((c) => c.id === 'eyed')?.id ?? list[0]?.id ?? '');
  const [successes, setSuccesses] = useState(original ? numberText(original.successes ?? 0, locale) : '');
  const [trials, setTrials] = useState(original ? numberText(original.trials ?? 0, locale) : '');
  const [s, t] = [wholeOf(successes, locale).value, wholeOf(trials, locale).value];
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (s !== null && t !== null)
          void act.submit(
            { ...at(h), check, successes: s, trials: t, ...event.payload },
            (r) =>
              `${Math.round(100 * Number(r?.estimate))} %, between ${Math.round(100 * Number(r?.low))} and ${Math.round(100 * Number(r?.high))} %. No animal was moved.`,
          );
      }}
      label="Record check"
      disabled={s === null || t === null}
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
    </ActForm>
  );
}

export function FeedForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct(recordFeed, () => setMass(''));
  const event = useEventFields();
  const original = useOriginal<{ massG: number; feed: string }>();
  const [mass, setMass] = useState(
    original?.massG ? measureText(original.massG, 'mass', unit('mass', true), locale) : '',
  );
  const [feed, setFeed] = useState(original?.feed ?? '');
  const m = measureOf(mass, 'mass', unit('mass', true), locale);
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (m.value !== null)
          void act.submit({ ...at(h), massG: m.value, feed, ...event.payload }, () => 'Feed recorded.');
      }}
      label="Record feed"
      disabled={m.value === null}
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
    </ActForm>
  );
}

/** A remark on a unit; without one it puts right what was written before. */
export function NoteForm({ h }: { h?: ActHolding }) {
  const act = useAct(recordNote, () => setNote(''));
  const correcting = useCorrecting();
  const [note, setNote] = useState(correcting?.note ?? '');
  return (
    <ActForm
      act={act}
      onSend={() => {
        void act.submit(h ? { unit: h.unitId, lotId: h.lotId, note } : { note }, () => 'Noted.');
      }}
      label="Note"
      disabled={!note.trim()}
    >
      <TextField label={h ? `Note on ${h.unit}` : 'Note'} value={note} onChange={setNote} error={act.errorOn('note')} />
    </ActForm>
  );
}

/** What either of the two kinds of entry about samples keeps. */
type SampleEntry = { number: number; dead: number; purpose: string; cause: string; measured: { number?: number } };

/** Animals taken out to be looked at: put back (no number moves), or killed for it. */
export function SampleForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const correcting = useCorrecting();
  const original = useOriginal<SampleEntry>();
  const [fate, setFate] = useState<'returned' | 'killed'>(correcting?.kind === 'sample' ? 'killed' : 'returned');
  const returned = useAct(recordSampleReturned, () => clear());
  const killed = useAct(recordLossOf, () => clear());
  const event = useEventFields();
  const taken = original?.number ?? original?.measured?.number;
  const [number, setNumber] = useState(taken === undefined ? '' : numberText(taken, locale));
  const [dead, setDead] = useState(original?.dead ? numberText(original.dead, locale) : '');
  const [purpose, setPurpose] = useState(original?.purpose ?? original?.cause ?? '');
  const clear = () => {
    setNumber('');
    setDead('');
  };
  const n = wholeOf(number, locale).value;
  const d = dead.trim() === '' ? 0 : wholeOf(dead, locale).value;
  const act = fate === 'returned' ? returned : killed;
  return (
    <ActForm
      act={act}
      event={event}
      label="Record sample"
      disabled={n === null || n === 0 || d === null}
      onSend={() => {
        if (fate === 'returned')
          void returned.submit({ ...at(h), number: n, dead: d, purpose, ...event.payload }, (r) =>
            r.dead ? `Recorded: ${grouped(r.dead)} died of it.` : 'Recorded. No animal was moved.',
          );
        else
          void killed.submit(
            {
              ...at(h),
              account: 'sampled',
              measured: { method: 'counted', number: n },
              cause: purpose,
              ...event.payload,
            },
            () => `${grouped(n!)} taken out of the books as sampled.`,
          );
      }}
    >
      {!correcting && (
        <SelectField
          label="They were"
          value={fate}
          onChange={setFate}
          options={[
            { value: 'returned', label: 'put back' },
            { value: 'killed', label: 'killed' },
          ]}
        />
      )}
      <NumberInput
        label="So many taken out"
        value={number}
        onChange={setNumber}
        error={act.errorOn('number') ?? act.errorOn('measured')}
      />
      {fate === 'returned' && (
        <NumberInput
          label="of which died in the hand"
          value={dead}
          onChange={setDead}
          error={act.errorOn('dead')}
          hint="They go out of the books as dead"
        />
      )}
      <TextField
        label="Looked for"
        value={purpose}
        onChange={setPurpose}
        error={act.errorOn('purpose') ?? act.errorOn('cause')}
      />
      {fate === 'killed' && (
        <Caution>
          Humane killing only by trained people, by the method that local rules allow; see that one application was
          enough.
        </Caution>
      )}
    </ActForm>
  );
}

/** A temperature or another reading typed by hand, put right. */
export function ReadingForm() {
  const { locale } = useSession();
  const unit = useShown();
  const correcting = useCorrecting();
  const original = useOriginal<{ celsius: number; value: number; sensorName: string; unitName: string }>();
  const warm = original?.celsius !== undefined;
  const celsius = useAct(recordTemperature);
  const value = useAct(recordReading);
  const act = warm ? celsius : value;
  const event = useEventFields();
  const [text, setText] = useState(
    warm
      ? measureText(original.celsius!, 'temperature', unit('temperature'), locale)
      : numberText(original?.value ?? 0, locale),
  );
  const read = warm ? measureOf(text, 'temperature', unit('temperature'), locale) : decimalOf(text, locale);
  if (!correcting) return null;
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      disabled={read.value === null}
      onSend={() =>
        void (warm
          ? celsius.amend({ celsius: read.value, ...event.payload })
          : value.amend({ value: read.value, ...event.payload }))
      }
    >
      {warm ? (
        <MeasureInput
          label="Temperature"
          dimension="temperature"
          value={text}
          onChange={setText}
          error={act.errorOn('celsius')}
        />
      ) : (
        <TextField
          label={`${original?.sensorName ?? 'Reading'}${original?.unitName ? `, ${original.unitName}` : ''}`}
          inputMode="decimal"
          value={text}
          onChange={setText}
          error={act.errorOn('value') ?? read.error}
        />
      )}
    </ActForm>
  );
}
