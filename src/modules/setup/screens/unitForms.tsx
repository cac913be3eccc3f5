'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useAct } from '@/client/act/useAct';
import { NumberInput, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { unitKinds } from '@/core/units/unitKinds';
import { divideUnit } from '@/modules/setup/acts/divide/act';
import { saveUnit } from '@/modules/setup/acts/unit/act';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { SetupView } from '../views/setup';
import { line } from './line';
import { UnitMeasureFields, useUnitMeasures } from './unitMeasures';

type Unit = SetupView['units'][number];

/** One unit: its name, where it stands, what it holds at most, on which water; or out of use. */
export function UnitForm({ u, view, onDone }: { u: Unit; view: SetupView; onDone: () => void }) {
  const { locale } = useSession();
  const act = useAct(saveUnit);
  const measures = useUnitMeasures();
  const [v, setV] = useState({
    name: u.name,
    kind: u.kind,
    room: String(u.roomId),
    battery: u.battery,
    row: String(u.y + 1),
    place: String(u.x + 1),
    ...measures.text(u),
  });
  const set = (key: keyof typeof v) => (x: string) => setV({ ...v, [key]: x });
  const [row, place] = [wholeOf(v.row, locale), wholeOf(v.place, locale)];
  const read = measures.read(v);
  const waters = view.sensors.filter((s) => s.kind === 'temperature' && s.roomId === Number(v.room));
  const payload = {
    id: u.id,
    name: v.name,
    kind: v.kind,
    room: Number(v.room),
    battery: v.battery,
    ...read.payload,
    // A unit that changes its room leaves the water of the old one.
    sensor: waters.some((s) => s.id === read.payload.sensor) ? read.payload.sensor : null,
    y: (row.value ?? 1) - 1,
    x: (place.value ?? 1) - 1,
  };
  return (
    <ActForm
      act={act}
      className={`${line} border-l-[3px] border-deep pl-3`}
      label="Keep"
      needs={[
        !v.name.trim() && 'a name',
        row.value === null && 'its row',
        place.value === null && 'its place in the row',
        !read.readable && 'measures that can be read',
      ]}
      onSend={() => void act.submit(payload, () => 'Kept.')}
    >
      <TextField
        className="w-[7rem]"
        label="Name"
        value={v.name}
        onChange={set('name')}
        error={act.errorOn('name') ?? act.errorOn('retired')}
      />
      <SelectField
        label="Kind"
        value={v.kind}
        onChange={set('kind')}
        options={unitKinds.map((k) => ({ value: k, label: k }))}
      />
      <SelectField
        label="Room"
        value={v.room}
        onChange={set('room')}
        options={view.rooms.map((r) => ({ value: String(r.id), label: r.name }))}
      />
      <TextField className="w-[9rem]" label="Row or stack it stands in" value={v.battery} onChange={set('battery')} />
      <div className="w-[5rem]">
        <NumberInput label="Row" value={v.row} onChange={set('row')} />
      </div>
      <div className="w-[5rem]">
        <NumberInput label="Place in it" value={v.place} onChange={set('place')} />
      </div>
      <UnitMeasureFields v={v} set={set} waters={waters} act={act} />
      {u.partOf === null && (
        <Button
          kind="link"
          className="mt-[1.9rem]"
          disabled={act.busy}
          onClick={() =>
            void act.submit({ ...payload, retired: true }, () => 'Out of use.').then((ok) => ok && onDone())
          }
        >
          Take out of use
        </Button>
      )}
    </ActForm>
  );
}

/** A screen across the tank: from then on its parts are units of their own. */
export function DivideForm({ u }: { u: Unit }) {
  const act = useAct(divideUnit);
  const [names, setNames] = useState(`${u.name}a ${u.name}b`);
  const list = names.split(/[\s,;]+/).filter(Boolean);
  return (
    <ActForm
      act={act}
      className={`${line} border-l-[3px] border-deep pl-3`}
      label={`Divide ${u.name}`}
      needs={[list.length < 2 && 'two names at least']}
      onSend={() => void act.submit({ id: u.id, names: list })}
    >
      <TextField
        label="Names of the parts"
        value={names}
        onChange={setNames}
        error={act.errorOn('names') ?? act.errorOn('id')}
        hint="Volume, flow and load limit are shared equally; change them after"
      />
    </ActForm>
  );
}
