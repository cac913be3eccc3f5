'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { NumberInput } from '@/client/inputs';
import { unitKinds } from '@/core/units/unitKinds';
import { divideUnit } from '@/modules/setup/acts/divide/act';
import { saveUnit } from '@/modules/setup/acts/unit/act';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { SetupView } from '../views/setup';
import { line } from './line';
import { UnitMeasureFields } from './unitMeasures';

type Unit = SetupView['units'][number];

/** One unit: its name, where it stands, what it holds at most, on which water; or out of use. */
export function UnitForm({ u, view, onDone }: { u: Unit; view: SetupView; onDone: () => void }) {
  const f = useActForm(saveUnit, {
    about: { id: u.id },
    // Rows and places are counted from one by people, from nought in the drawing.
    begin: { ...u, room: u.roomId, sensor: u.sensorId, y: u.y + 1, x: u.x + 1 },
    needs: { name: 'a name', y: 'its row', x: 'its place in the row' },
    adjust: (input) => ({
      ...input,
      y: (input.y ?? 1) - 1,
      x: (input.x ?? 1) - 1,
      // A unit that changes its room leaves the water of the old one.
      sensor: waters.some((s) => s.id === input.sensor) ? input.sensor : null,
    }),
    says: () => 'Kept.',
  });
  const room = f.field('room');
  const waters: SetupView['sensors'] = view.sensors.filter(
    (s) => s.kind === 'temperature' && String(s.roomId) === room.value,
  );
  return (
    <Form of={f} className={`${line} border-l-[3px] border-deep pl-3`} label="Keep">
      <TextField className="w-[7rem]" label="Name" {...f.field('name', 'retired')} />
      <SelectField label="Kind" {...f.field('kind')} options={unitKinds.map((k) => ({ value: k, label: k }))} />
      <SelectField label="Room" {...room} options={view.rooms.map((r) => ({ value: String(r.id), label: r.name }))} />
      <TextField className="w-[9rem]" label="Row or stack it stands in" {...f.field('battery')} />
      <div className="w-[5rem]">
        <NumberInput label="Row" {...f.field('y')} />
      </div>
      <div className="w-[5rem]">
        <NumberInput label="Place in it" {...f.field('x')} />
      </div>
      <UnitMeasureFields of={f} waters={waters} />
      {u.partOf === null && (
        <Button
          kind="link"
          className="mt-[1.9rem]"
          disabled={f.act.busy}
          onClick={() => void f.send({ retired: true }).then((ok) => ok && onDone())}
        >
          Take out of use
        </Button>
      )}
    </Form>
  );
}

/** A screen across the tank: from then on its parts are units of their own. */
export function DivideForm({ u }: { u: Unit }) {
  const f = useActForm(divideUnit, {
    about: { id: u.id },
    begin: { names: [`${u.name}a`, `${u.name}b`] },
    as: { names: 'words' },
  });
  const names = f.typed('names');
  return (
    <Form
      of={f}
      className={`${line} border-l-[3px] border-deep pl-3`}
      label={`Divide ${u.name}`}
      needs={[(f.value('names')?.length ?? 0) < 2 && 'two names at least']}
    >
      <TextField
        label="Names of the parts"
        {...names}
        error={names.error ?? f.act.errorOn('id')}
        hint="Volume, flow and load limit are shared equally; change them after"
      />
    </Form>
  );
}
