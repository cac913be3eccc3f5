'use client';

import { useState } from 'react';
import { grouped } from '@/core/quantities/format';
import { Caution } from '@/ui/caution';
import { SelectField, TextField } from '@/ui/fields';
import { useSession } from '../frame/session';
import { ActForm } from './ActForm';
import { type ActHolding, at } from './holding';
import { MeasureInput, measureOf, NumberInput, useEventFields, useShown, wholeOf } from './inputs';
import { useAct } from './useAct';

/** Dead picked or taken out: one number, the thumb's act. */
export function LossForm({ h, type }: { h: ActHolding; type: 'pick.record' | 'dead.record' }) {
  const { locale } = useSession();
  const act = useAct(type, () => setNumber(''));
  const event = useEventFields();
  const [number, setNumber] = useState('');
  const [cause, setCause] = useState('');
  const n = wholeOf(number, locale).value;
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (n !== null)
          void act.submit({ ...at(h), number: n, cause, ...event.payload }, () => `${grouped(n)} recorded, ${h.unit}.`);
      }}
      label="Record"
      disabled={n === null}
      fields={['number', 'at']}
    >
      <NumberInput
        label={type === 'pick.record' ? 'Dead picked' : 'Dead taken out'}
        value={number}
        onChange={setNumber}
        error={act.errorOn('number')}
        hint="0 says: looked, none found"
      />
      {type === 'dead.record' && <TextField label="Suspected cause" value={cause} onChange={setCause} />}
    </ActForm>
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
      fields={['successes', 'trials', 'check', 'at']}
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
  const act = useAct('feed.record', () => setMass(''));
  const event = useEventFields();
  const [mass, setMass] = useState('');
  const [feed, setFeed] = useState('');
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
      fields={['massG', 'at']}
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

export function NoteForm({ h }: { h: ActHolding }) {
  const act = useAct('note.record', () => setNote(''));
  const [note, setNote] = useState('');
  return (
    <ActForm
      act={act}
      onSend={() => {
        void act.submit({ unit: h.unitId, lotId: h.lotId, note }, () => 'Noted.');
      }}
      label="Note"
      disabled={!note.trim()}
      fields={['note']}
    >
      <TextField label={`Note on ${h.unit}`} value={note} onChange={setNote} error={act.errorOn('note')} />
    </ActForm>
  );
}

/** Animals taken out to be looked at: put back (no number moves), or killed for it. */
export function SampleForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const [fate, setFate] = useState<'returned' | 'killed'>('returned');
  const returned = useAct('sample.return', () => clear());
  const killed = useAct('loss.record', () => clear());
  const event = useEventFields();
  const [number, setNumber] = useState('');
  const [dead, setDead] = useState('');
  const [purpose, setPurpose] = useState('');
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
      fields={['number', 'dead', 'purpose', 'cause', 'measured', 'at']}
      onSend={() => {
        if (fate === 'returned')
          void act.submit({ ...at(h), number: n, dead: d, purpose, ...event.payload }, (r) =>
            r?.dead ? `Recorded: ${grouped(Number(r.dead))} died of it.` : 'Recorded. No animal was moved.',
          );
        else
          void act.submit(
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
      <SelectField
        label="They were"
        value={fate}
        onChange={setFate}
        options={[
          { value: 'returned', label: 'put back' },
          { value: 'killed', label: 'killed' },
        ]}
      />
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
