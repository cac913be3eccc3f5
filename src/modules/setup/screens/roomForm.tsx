'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useAct } from '@/client/act/useAct';
import { DecimalInput, decimalOf, MeasureInput, measureOf, measureText, numberText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { saveRoom } from '@/modules/setup/acts/room/act';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { SetupView } from '../views/setup';
import { line } from './line';

export const roomKinds = [
  { value: 'spawning', label: 'spawning room' },
  { value: 'incubation', label: 'incubation' },
  { value: 'rearing', label: 'rearing, indoors' },
  { value: 'outdoor', label: 'outdoors' },
] as const;

/** Name, use and water of a room: what its water is made of tells the reserve of the neutraliser and the gas by warming. */
export function RoomForm({ room, sensors }: { room: SetupView['rooms'][number]; sensors: SetupView['sensors'] }) {
  const { locale } = useSession();
  const unit = useShown()('volume');
  const act = useAct(saveRoom);
  const [name, setName] = useState(room.name);
  const [kind, setKind] = useState(room.kind as (typeof roomKinds)[number]['value']);
  const [chlorine, setChlorine] = useState(room.chlorineMgPerL === null ? '' : numberText(room.chlorineMgPerL, locale));
  const [mixed, setMixed] = useState(
    room.mixedL === null ? '' : measureText(room.mixedL * 1000, 'volume', unit, locale),
  );
  const [source, setSource] = useState(String(room.sourceSensor ?? ''));
  const c = decimalOf(chlorine, locale);
  const m = measureOf(mixed, 'volume', unit, locale);
  const young = kind === 'incubation' || kind === 'rearing';
  return (
    <ActForm
      act={act}
      className={`${line} border-l-[3px] border-deep pl-3`}
      label="Keep"
      needs={[
        !name.trim() && 'a name',
        chlorine.trim() && c.value === null && 'a chlorine that can be read',
        mixed.trim() && m.value === null && 'a volume that can be read',
      ]}
      onSend={() =>
        void act.submit(
          {
            id: room.id,
            name,
            kind,
            chlorineMgPerL: c.value,
            mixedL: m.value === null ? null : m.value / 1000,
            sourceSensor: source === '' ? null : Number(source),
          },
          () => 'Kept.',
        )
      }
    >
      <TextField label="Name of the room" value={name} onChange={setName} error={act.errorOn('name')} />
      <SelectField label="It is for" value={kind} onChange={setKind} options={[...roomKinds]} />
      {young && (
        <>
          <SelectField
            label="Its water comes from"
            value={source}
            onChange={setSource}
            options={[
              { value: '', label: 'not told' },
              ...sensors
                .filter((s) => s.kind === 'temperature')
                .map((s) => ({ value: String(s.id), label: `the water of ${s.name}` })),
            ]}
            hint="warmed water presses out gas"
            error={act.errorOn('sourceSensor')}
          />
          <DecimalInput
            className="w-[13rem]"
            label="Chlorine of town water, mg/L"
            value={chlorine}
            onChange={setChlorine}
            error={c.error ?? act.errorOn('chlorineMgPerL')}
            hint="before it is neutralised; empty: none"
          />
          <MeasureInput
            className="w-[13rem]"
            label="Its head tank"
            dimension="volume"
            value={mixed}
            onChange={setMixed}
            error={act.errorOn('mixedL')}
            hint="behind the neutraliser; empty: straight to the units"
          />
        </>
      )}
    </ActForm>
  );
}
