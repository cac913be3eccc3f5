'use client';

import { useAct } from '@/client/act/useAct';
import type { Codec } from '@/client/form/codecs';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput } from '@/client/inputs';
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

/** Both stations, or any unit, are one choice of the list. */
const STATIONS_AS_ONE: Codec = {
  blank: 'eggs',
  write: (v) => ((v as string[]).length > 1 ? 'both' : (v as string[])[0]),
  read: (t) => ({ value: t === 'both' ? ['eggs', 'yolksac'] : [t], error: null }),
};
const UNITS_AS_ONE: Codec = {
  blank: 'all',
  write: (v) => (v as string[])[0] ?? 'all',
  read: (t) => ({ value: t === 'all' ? [] : [t], error: null }),
};

const wordsOf = (t: OwnTask) =>
  `${t.stations.map((s) => stationWords[s]).join(' and ')}${t.units.length > 0 ? `, ${t.units.map((u) => unitWords[u as Units]).join(', ')}` : ''}, every ${plain(t.everyHours)} h`;

/** What this house goes over at its rounds besides what Reference has for each species. */
export function OwnRoutine({ tasks }: { tasks: readonly OwnTask[] }) {
  const f = useActForm(saveRoutineTask, {
    about: {},
    begin: { stations: ['eggs'], everyHours: 24 },
    as: { stations: STATIONS_AS_ONE, units: UNITS_AS_ONE },
    needs: { name: 'what is done', everyHours: 'how often' },
    clears: ['name'],
    says: () => 'Added.',
  });
  const off = useAct(saveRoutineTask);
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
      <Form of={f} className={line} label="Add">
        <TextField label="What is done" {...f.field('name')} placeholder="UV lamp burns" />
        <SelectField
          label="Where there are"
          {...f.typed<Stations>('stations')}
          options={(Object.keys(stationWords) as Stations[]).map((value) => ({ value, label: stationWords[value] }))}
        />
        <SelectField
          label="in"
          {...f.typed<Units>('units')}
          options={(Object.keys(unitWords) as Units[]).map((value) => ({ value, label: unitWords[value] }))}
        />
        <DecimalInput className="w-[7rem]" label="every, h" {...f.field('everyHours')} />
      </Form>
    </div>
  );
}
