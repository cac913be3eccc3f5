'use client';

import { useState } from 'react';
import { type School, schoolWords } from '@/core/incubation/schools';
import { dayMonth } from '@/core/time/localDay';
import type { SetupView } from '@/queries/setup';
import { SelectField, TextField } from '@/ui/fields';
import { ActForm } from '../acts/ActForm';
import { decimalOf, NumberInput, numberText } from '../acts/inputs';
import { useAct } from '../acts/useAct';
import { useSession } from '../frame/session';
import { line } from './line';

const kinds = [
  { id: 'jar', name: 'Jars' },
  { id: 'tray', name: 'Trays' },
  { id: 'trough', name: 'Troughs' },
  { id: 'frame', name: 'Frames' },
] as const;

/** How the dead are taken, how often the room may cry wolf, and which devices may report. */
export function IncubationSettings({ view }: { view: SetupView }) {
  const { locale } = useSession();
  const act = useAct('picking.save');
  const [schools, setSchools] = useState(view.incubation.schools);
  const [found, setFound] = useState<Record<string, string>>(
    Object.fromEntries(kinds.map((k) => [k.id, numberText(100 * view.incubation.schools[k.id].foundShare, locale)])),
  );
  const [falseAlarms, setFalseAlarms] = useState(numberText(view.incubation.falseAlarmsWeek, locale));
  const wanted = decimalOf(falseAlarms, locale);
  return (
    <section aria-label="Incubation">
      <h2 className="mb-2 border-b-2 border-deep/40 pb-0.5">Incubation</h2>
      <ActForm
        act={act}
        label="Keep"
        needs={[wanted.value === null && 'the false alarms']}
        onSend={() =>
          void act.submit(
            {
              falseAlarmsWeek: wanted.value,
              kinds: kinds.map((k) => ({
                kind: k.id,
                school: schools[k.id].school,
                foundShare: (decimalOf(found[k.id] ?? '', locale).value ?? 0) / 100,
              })),
            },
            () => 'Kept: what a round may find is worked anew.',
          )
        }
      >
        <div className={line}>
          {kinds.map((k) => (
            <div key={k.id} className="flex flex-col gap-2">
              <SelectField
                label={`${k.name} are`}
                value={schools[k.id].school}
                onChange={(school: School['school']) =>
                  setSchools({ ...schools, [k.id]: { ...schools[k.id], school } })
                }
                options={(Object.keys(schoolWords) as School['school'][]).map((s) => ({
                  value: s,
                  label: schoolWords[s].name,
                }))}
                className="w-[13rem]"
              />
              <NumberInput
                className="w-[13rem]"
                label="A round finds, % of the dead"
                value={found[k.id] ?? ''}
                onChange={(v) => setFound({ ...found, [k.id]: v })}
                error={act.errorOn('kinds')}
                hint={schoolWords[schools[k.id].school].fits}
              />
            </div>
          ))}
        </div>
        <NumberInput
          className="w-[22rem]"
          label="False alarms of picks a room may give a week"
          value={falseAlarms}
          onChange={setFalseAlarms}
          error={wanted.error ?? act.errorOn('falseAlarmsWeek')}
          hint="fewer: later; Bench, “Alarms of a room”, shows the delay"
        />
      </ActForm>
      <Keys view={view} />
    </section>
  );
}

/** Keys by which devices report readings over HTTP; each is shown once. */
function Keys({ view }: { view: SetupView }) {
  const { now, timeZone } = useSession();
  const revoke = useAct('token.revoke');
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
      <p className="quiet mb-2 max-w-[44rem] text-[0.95rem]">
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
              <button
                type="button"
                className="link ml-auto"
                disabled={revoke.busy}
                onClick={() => void revoke.submit({ token: t.id })}
              >
                take out of use
              </button>
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
        <button type="submit" className="button self-end" disabled={!name.trim()}>
          Make a key
        </button>
      </form>
      {key && (
        <p role="status" className="mt-2 border-l-[3px] border-hand pl-3">
          Copy it now, it is not shown again: <code className="font-bold break-all">{key}</code>
        </p>
      )}
    </div>
  );
}
