'use client';

import { useState } from 'react';
import { useAct } from '@/client/act/useAct';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { DecimalInput, decimalOf, numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import { type PickingMethod, pickingMethodWords } from '@/core/incubation/pickingMethods';
import { decimals, plain } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { savePicking } from '@/modules/incubation/acts/picking/act';
import { revokeToken } from '@/modules/setup/acts/revokeToken/act';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { SetupView } from '../views/setup';
import { line } from './line';
import { OwnRoutine } from './ownRoutine';

const kinds = [
  { id: 'jar', name: 'Jars' },
  { id: 'tray', name: 'Trays' },
  { id: 'trough', name: 'Troughs' },
  { id: 'frame', name: 'Frames' },
] as const;

/** How the dead are taken, how often the room may cry wolf, and which devices may report. */
export function IncubationSettings({ view }: { view: SetupView }) {
  const { locale } = useSession();
  const typing = useTyped(() => ({
    methods: view.incubation.methods,
    found: Object.fromEntries(
      kinds.map((k) => [k.id, numberText(100 * view.incubation.methods[k.id].foundShare, locale)]),
    ),
  }));
  const { methods, found } = typing.value;
  const { put } = typing;
  const f = useActForm(savePicking, {
    typing,
    about: {},
    begin: { falseAlarmsWeek: view.incubation.falseAlarmsWeek },
    needs: { falseAlarmsWeek: 'the false alarms' },
    adjust: (input) => ({
      ...input,
      kinds: kinds.map((k) => ({
        kind: k.id,
        method: methods[k.id].method,
        foundShare: (decimalOf(found[k.id] ?? '', locale).value ?? 0) / 100,
      })),
    }),
    says: () => 'Kept: what a round may find is worked anew.',
  });
  return (
    <section aria-label="Incubation">
      <h2 className="mb-2 border-b-2 border-deep/40 pb-0.5">Incubation</h2>
      <Form of={f} label="Keep">
        <div className={line}>
          {kinds.map((k) => (
            <div key={k.id} className="flex flex-col gap-2">
              <SelectField
                label={`${k.name} are`}
                value={methods[k.id].method}
                onChange={(method: PickingMethod['method']) =>
                  put({ methods: { ...methods, [k.id]: { ...methods[k.id], method } } })
                }
                options={(Object.keys(pickingMethodWords) as PickingMethod['method'][]).map((s) => ({
                  value: s,
                  label: pickingMethodWords[s].name,
                }))}
                className="w-[13rem]"
              />
              <DecimalInput
                className="w-[13rem]"
                label="Dead eggs found in one round, %"
                value={found[k.id] ?? ''}
                onChange={(v) => put({ found: { ...found, [k.id]: v } })}
                error={f.act.errorOn('kinds')}
                hint={pickingMethodWords[methods[k.id].method].fits}
              />
            </div>
          ))}
        </div>
        <DecimalInput
          className="w-[22rem]"
          label="False alarms of picks a room may give a week"
          {...f.field('falseAlarmsWeek')}
          hint="fewer false alarms, but true ones come later"
        />
        <WhatItMeans view={view} falseAlarms={f.value('falseAlarmsWeek')} />
      </Form>
      <OwnRoutine tasks={view.incubation.routine} />
      <Keys view={view} />
    </section>
  );
}

type Simulated = {
  falsePerRoomWeek: number;
  delayDays: { median: number | null; ninetieth: number | null };
  seenWithinFourWeeks: number;
};
/** Dead a unit and day for which the delay is shown; with more of them it is shorter. */
const MEAN_PICKS = 12;
const UNITS_A_LOT = 5;

/** How many false alarms and how late a true one: simulated for the largest room, when asked. */
function WhatItMeans({ view, falseAlarms }: { view: SetupView; falseAlarms: number | null }) {
  const [shown, setShown] = useState<{ of: number; units: number; o: Simulated } | null>(null);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const rooms = view.rooms.filter((r) => r.kind === 'incubation');
  const units = Math.min(400, Math.max(0, ...rooms.map((r) => view.units.filter((u) => u.roomId === r.id).length)));
  if (units === 0) return null;
  const lots = Math.max(1, Math.round(units / UNITS_A_LOT));
  const ask = async () => {
    if (falseAlarms === null) return;
    setBusy(true);
    setError(null);
    try {
      const r = await fetch('/api/calc', {
        method: 'POST',
        body: JSON.stringify({
          id: 'incubation.alarms',
          input: { units, lots, meanPicks: MEAN_PICKS, falseAlarmsPerWeek: falseAlarms },
        }),
      });
      const a = (await r.json()) as { output?: Simulated; error?: string };
      if (r.ok && a.output) setShown({ of: falseAlarms, units, o: a.output });
      else setError(a.error ?? 'It could not be worked.');
    } catch {
      setError('No connection. Try again.');
    }
    setBusy(false);
  };
  const days = (d: number | null) => (d === null ? 'more than four weeks' : d === 1 ? 'a day' : `${plain(d)} days`);
  return (
    <div className="text-body">
      <Button kind="link" disabled={busy || falseAlarms === null} onClick={() => void ask()}>
        {busy ? 'simulating …' : 'what that means'}
      </Button>
      {error && <p className="text-loss">{error}</p>}
      {shown && (
        <p role="status" data-testid="alarms-mean">
          {shown.units} units in {lots} {lots === 1 ? 'lot' : 'lots'}, {MEAN_PICKS} dead a unit and day:{' '}
          {decimals(shown.o.falsePerRoomWeek, 2)} false alarms a week came of {shown.of} that were asked for. Where the
          dead double in one unit it is called after <b>{days(shown.o.delayDays.median)}</b> in half of the cases, after{' '}
          {days(shown.o.delayDays.ninetieth)} in nine of ten.
        </p>
      )}
    </div>
  );
}

/** Keys by which devices report readings over HTTP; each is shown once. */
function Keys({ view }: { view: SetupView }) {
  const { now, timeZone } = useSession();
  const revoke = useAct(revokeToken);
  const [name, setName] = useState('');
  const [key, setKey] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const make = async () => {
    setError(null);
    try {
      const r = await fetch('/api/tokens', { method: 'POST', body: JSON.stringify({ name }) });
      const a = (await r.json()) as { key?: string; error?: string; refused?: { message: string; todo: string } };
      if (r.ok && a.key) setKey(a.key);
      else setError(a.error ?? (a.refused ? `${a.refused.message} ${a.refused.todo}` : 'It could not be made.'));
    } catch {
      setError('No connection. Try again.');
    }
  };
  return (
    <div className="mt-5">
      <h3 className="mb-1 font-bold">Keys of devices</h3>
      <p className="quiet mb-2 max-w-[44rem] text-body">
        A probe or gateway reports to <code>/api/readings</code> with its key, or by MQTT to the broker that{' '}
        <code>MORULA_MQTT</code> names. A key may report readings and nothing else.
      </p>
      {view.incubation.tokens.length > 0 && (
        <ul className="mb-2">
          {view.incubation.tokens.map((t) => (
            <li key={t.id} className="flex items-baseline gap-3 border-b border-rule py-1">
              <b>{t.name}</b>
              <span className="text-soft">
                made {dayMonth(t.madeAt, timeZone, now)} by {t.by}
              </span>
              <Button
                kind="link"
                className="ml-auto"
                disabled={revoke.busy}
                onClick={() => void revoke.submit({ token: t.id })}
              >
                take out of use
              </Button>
            </li>
          ))}
        </ul>
      )}
      <form
        className={line}
        onSubmit={(e) => {
          e.preventDefault();
          void make();
        }}
      >
        <TextField label="A key for" value={name} onChange={setName} error={error} placeholder="gateway, cold room" />
        <Button type="submit" className="self-end" disabled={!name.trim()}>
          Make a key
        </Button>
      </form>
      {key && (
        <p role="status" className="mt-2 border-l-[3px] border-hand pl-3">
          Copy it now, it is not shown again: <code className="font-bold break-all">{key}</code>
        </p>
      )}
    </div>
  );
}
