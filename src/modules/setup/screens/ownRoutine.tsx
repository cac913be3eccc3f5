'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useAct } from '@/client/act/useAct';
import { DecimalInput, decimalOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { plain } from '@/core/quantities/format';
import { saveRoutineTask } from '@/modules/incubation/acts/routineTask/act';
import type { OwnTask } from '@/modules/incubation/views/routine';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { Link } from '@/ui/Link';
import { SelectField } from '@/ui/SelectField';
import { line } from './line';

const stationWords = { eggs: 'eggs', yolksac: 'yolk-sac larvae', both: 'eggs and larvae' } as const;
type Stations = keyof typeof stationWords;
const unitWords = {
  all: 'any unit',
  jar: 'jars',
  tray: 'trays',
  trough: 'troughs',
  frame: 'frames',
  tank: 'tanks',
} as const;
type Units = keyof typeof unitWords;

const wordsOf = (t: OwnTask) =>
  `${t.stations.map((s) => stationWords[s]).join(' and ')}${t.units.length > 0 ? `, ${t.units.map((u) => unitWords[u as Units]).join(', ')}` : ''}, every ${plain(t.everyHours)} h`;

/** What this house goes over at its rounds besides what Reference has for each species. */
export function OwnRoutine({ tasks }: { tasks: readonly OwnTask[] }) {
  const { locale } = useSession();
  const act = useAct(saveRoutineTask, () => setName(''));
  const off = useAct(saveRoutineTask);
  const [name, setName] = useState('');
  const [stations, setStations] = useState<Stations>('eggs');
  const [units, setUnits] = useState<Units>('all');
  const [hours, setHours] = useState('24');
  const every = decimalOf(hours, locale);
  return (
    <div className="mt-5">
      <h3 className="mb-1 font-bold">Routine of this house</h3>
      <p className="quiet mb-2 max-w-[44rem] text-body">
        Stands on Today and in the room beside the routine of the species, whose rhythm is set in the{' '}
        <Link className="link" href="/reference">
          Reference
        </Link>
        .
      </p>
      {tasks.length > 0 && (
        <ul className="mb-2">
          {tasks.map((t) => (
            <li key={t.id} className="flex items-baseline gap-3 border-b border-rule py-1">
              <b>{t.name}</b>
              <span className="text-soft">{wordsOf(t)}</span>
              <Button
                kind="link"
                className="ml-auto"
                disabled={off.busy}
                onClick={() => void off.submit({ ...t, retired: true })}
              >
                take off
              </Button>
            </li>
          ))}
        </ul>
      )}
      {off.refused && (
        <p role="alert" className="text-loss">
          {off.refused.message} {off.refused.todo}
        </p>
      )}
      <ActForm
        act={act}
        className={line}
        label="Add"
        needs={[!name.trim() && 'what is done', every.value === null && 'how often']}
        onSend={() =>
          void act.submit(
            {
              name,
              stations: stations === 'both' ? ['eggs', 'yolksac'] : [stations],
              units: units === 'all' ? [] : [units],
              everyHours: every.value,
            },
            () => 'Added.',
          )
        }
      >
        <TextField
          label="What is done"
          value={name}
          onChange={setName}
          placeholder="UV lamp burns"
          error={act.errorOn('name')}
        />
        <SelectField
          label="Where there are"
          value={stations}
          onChange={setStations}
          options={(Object.keys(stationWords) as Stations[]).map((value) => ({ value, label: stationWords[value] }))}
        />
        <SelectField
          label="in"
          value={units}
          onChange={setUnits}
          options={(Object.keys(unitWords) as Units[]).map((value) => ({ value, label: unitWords[value] }))}
        />
        <DecimalInput
          className="w-[7rem]"
          label="every, h"
          value={hours}
          onChange={setHours}
          error={every.error ?? act.errorOn('everyHours')}
        />
      </ActForm>
    </div>
  );
}
