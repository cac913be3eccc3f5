'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput, MeasureInput } from '@/client/inputs';
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
  const f = useActForm(saveRoom, {
    about: { id: room.id },
    begin: { ...room, kind: room.kind as RoomKind },
    needs: { name: 'a name' },
    unreadable: { chlorineMgPerL: 'a chlorine that can be read', mixedL: 'a volume that can be read' },
    says: () => 'Kept.',
  });
  const kind = f.value('kind');
  return (
    <Form of={f} className={`${line} border-l-[3px] border-deep pl-3`} label="Keep">
      <TextField label="Name of the room" {...f.field('name')} />
      <SelectField label="It is for" {...f.field('kind')} options={[...roomKinds]} />
      {(kind === 'incubation' || kind === 'rearing') && (
        <>
          <SelectField
            label="Its water comes from"
            {...f.field('sourceSensor')}
            empty="not told"
            options={sensors
              .filter((s) => s.kind === 'temperature')
              .map((s) => ({ value: String(s.id), label: `the water of ${s.name}` }))}
            hint="warmed water presses out gas"
          />
          <DecimalInput
            className="w-[13rem]"
            label="Chlorine of town water, mg/L"
            {...f.field('chlorineMgPerL')}
            hint="before it is neutralised; empty: none"
          />
          <MeasureInput
            className="w-[13rem]"
            label="Its head tank"
            {...f.measure('mixedL')}
            hint="behind the neutraliser; empty: straight to the units"
          />
        </>
      )}
    </Form>
  );
}

type RoomKind = (typeof roomKinds)[number]['value'];
