'use client';

import { useAct } from '@/client/act/useAct';
import { DayInput, TimeInput } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { useSession } from '@/client/session';
import { readWhen, type WhenValue } from '@/client/when';
import { clock, dayMonth } from '@/core/time/localDay';
import { strikeReadings } from '@/modules/water/acts/strike/act';
import { unstrikeReadings } from '@/modules/water/acts/unstrike/act';
import type { ReadNow } from '@/server/sensorsNow';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { Strike } from '../views/alarms';

const MOMENT: WhenValue = { mode: 'time', day: '', time: '' };

/** Stretches of readings that count for nothing: struck with a reason, and brought back. */
export function Strikes({
  strikes,
  sensors,
  mayWrite,
}: {
  strikes: readonly Strike[];
  sensors: readonly ReadNow[];
  mayWrite: boolean;
}) {
  const { now, timeZone } = useSession();
  const back = useAct(unstrikeReadings);
  const typing = useTyped(() => ({ from: MOMENT, to: MOMENT }));
  const { from, to } = typing.value;
  const { put } = typing;
  const [a, b] = [readWhen(from, timeZone), readWhen(to, timeZone)];
  const f = useActForm(strikeReadings, {
    typing,
    about: {},
    begin: { sensor: sensors[0]?.id },
    needs: { reason: 'why' },
    clears: ['reason'],
    adjust: (input) => ({ ...input, from: a.at ?? null, to: b.at ?? null }),
    says: (r) => `${r?.readings} readings struck out; dates are worked anew.`,
  });
  const said = (t: number) => `${dayMonth(t, timeZone, now)} ${clock(t, timeZone)}`;
  return (
    <section className="mt-6 max-w-[52rem]" aria-label="Struck out">
      <h2 className="mb-1">Struck out</h2>
      <p className="quiet mb-2">
        A probe in air, a wrong sensor, a cleaning: the stretch is left out of the dates and filled by an even change
        from one reading to the next. Spikes and stuck hours are left out by themselves, which the water of each lot
        says.
      </p>
      <ul>
        {strikes.map((k) => (
          <li key={k.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
            <b>{k.sensor}</b>
            <span>
              {said(k.from)} to {said(k.to)}
            </span>
            <span className="text-soft">
              “{k.reason}”, {k.by}
            </span>
            {k.undoneAt !== null ? (
              <span className="text-soft">brought back by {k.undoneBy}</span>
            ) : (
              mayWrite && (
                <Button
                  kind="link"
                  className="ml-auto"
                  disabled={back.busy}
                  onClick={() => void back.submit({ strike: k.id })}
                >
                  bring it back
                </Button>
              )
            )}
          </li>
        ))}
      </ul>
      {mayWrite && sensors.length > 0 && (
        <Form
          of={f}
          label="Strike it out"
          className="mt-3 flex flex-col gap-2"
          needs={[a.at === undefined && 'from when', b.at === undefined && 'until when']}
        >
          <SelectField
            label="Sensor"
            {...f.field('sensor')}
            options={sensors.map((s) => ({ value: String(s.id), label: s.name }))}
            className="w-[14rem]"
          />
          <div className="flex flex-wrap gap-6">
            <Moment label="From" value={from} onChange={(from) => put({ from })} error={f.act.errorOn('from')} />
            <Moment label="Until" value={to} onChange={(to) => put({ to })} error={f.act.errorOn('to')} />
          </div>
          <TextField label="Why" {...f.field('reason')} />
        </Form>
      )}
    </section>
  );
}

function Moment({
  label,
  value,
  onChange,
  error,
}: {
  label: string;
  value: WhenValue;
  onChange: (v: WhenValue) => void;
  error?: string | null;
}) {
  return (
    <div className="field">
      <span className="label">{label}</span>
      <span className="flex gap-2">
        <DayInput
          aria-label={`${label}, day`}
          className="max-w-[13rem]"
          value={value.day}
          onChange={(day) => onChange({ ...value, day })}
        />
        <TimeInput
          aria-label={`${label}, time`}
          className="max-w-[8rem]"
          value={value.time}
          onChange={(time) => onChange({ ...value, time })}
        />
      </span>
      {error && <span className="text-small text-loss">{error}</span>}
    </div>
  );
}
