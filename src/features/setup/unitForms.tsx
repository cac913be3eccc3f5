'use client';

import { useState } from 'react';
import type { SetupView } from '@/queries/setup';
import { SelectField, TextField } from '@/ui/fields';
import { ActForm } from '../acts/ActForm';
import { MeasureInput, measureOf, NumberInput, useShown, wholeOf } from '../acts/inputs';
import { useAct } from '../acts/useAct';
import { useSession } from '../frame/session';
import { line } from './line';

export const unitKinds = ['bench', 'jar', 'tray', 'trough', 'frame', 'tank', 'raceway', 'pond'] as const;
type Unit = SetupView['units'][number];

/** One unit: its name, where it stands, what it holds at most, on which water; or out of use. */
export function UnitForm({ u, view, onDone }: { u: Unit; view: SetupView; onDone: () => void }) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct('unit.save');
  const text = (n: number | null) => (n === null ? '' : String(Number(n.toPrecision(6))));
  const [v, setV] = useState({
    name: u.name,
    kind: u.kind,
    room: String(u.roomId),
    battery: u.battery,
    // Typed with their unit, so that they mean the same whatever unit the field shows.
    volume: u.volumeL === null ? '' : `${text(u.volumeL)} L`,
    limit: text(u.loadLimit),
    flow: u.flowLPerMin === null ? '' : `${text(u.flowLPerMin)} L/min`,
    sensor: u.sensorId === null ? '' : String(u.sensorId),
    row: String(u.y + 1),
    place: String(u.x + 1),
  });
  const set = (key: keyof typeof v) => (x: string) => setV({ ...v, [key]: x });
  const [limit, row, place] = [wholeOf(v.limit, locale), wholeOf(v.row, locale), wholeOf(v.place, locale)];
  const [volume, flow] = [
    measureOf(v.volume, 'volume', unit('volume'), locale),
    measureOf(v.flow, 'flow', unit('flow'), locale),
  ];
  const waters = view.sensors.filter((s) => s.kind === 'temperature' && s.roomId === Number(v.room));
  const ready =
    v.name.trim() && !volume.error && !flow.error && !limit.error && row.value !== null && place.value !== null;
  const payload = {
    id: u.id,
    name: v.name,
    kind: v.kind,
    room: Number(v.room),
    battery: v.battery,
    volumeL: volume.value === null ? null : volume.value / 1000,
    loadLimit: limit.value,
    flowLPerMin: flow.value,
    sensor: v.sensor && waters.some((s) => s.id === Number(v.sensor)) ? Number(v.sensor) : null,
    y: (row.value ?? 1) - 1,
    x: (place.value ?? 1) - 1,
  };
  return (
    <ActForm
      act={act}
      className={`${line} border-l-[3px] border-deep pl-3`}
      label="Keep"
      disabled={!ready}
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
        options={unitKinds.map((k) => ({ value: k as string, label: k }))}
      />
      <SelectField
        label="Room"
        value={v.room}
        onChange={set('room')}
        options={view.rooms.map((r) => ({ value: String(r.id), label: r.name }))}
      />
      <TextField className="w-[9rem]" label="Battery or stack" value={v.battery} onChange={set('battery')} />
      <div className="w-[5rem]">
        <NumberInput label="Row" value={v.row} onChange={set('row')} />
      </div>
      <div className="w-[5rem]">
        <NumberInput label="Place in it" value={v.place} onChange={set('place')} />
      </div>
      <MeasureInput className="w-[8rem]" label="Volume" dimension="volume" value={v.volume} onChange={set('volume')} />
      <NumberInput className="w-[8rem]" label="Load limit, animals" value={v.limit} onChange={set('limit')} />
      <MeasureInput className="w-[8rem]" label="Flow" dimension="flow" value={v.flow} onChange={set('flow')} />
      {waters.length > 1 && (
        <SelectField
          label="On the water of"
          value={v.sensor}
          onChange={set('sensor')}
          options={waters.map((s) => ({ value: String(s.id), label: s.name }))}
          empty="the room’s first"
        />
      )}
      {u.partOf === null && (
        <button
          type="button"
          className="link mt-[1.9rem]"
          disabled={act.busy}
          onClick={() =>
            void act.submit({ ...payload, retired: true }, () => 'Out of use.').then((ok) => ok && onDone())
          }
        >
          Take out of use
        </button>
      )}
    </ActForm>
  );
}

/** A screen across the tank: from then on its parts are units of their own. */
export function DivideForm({ u }: { u: Unit }) {
  const act = useAct('unit.divide');
  const [names, setNames] = useState(`${u.name}a ${u.name}b`);
  const list = names.split(/[\s,;]+/).filter(Boolean);
  return (
    <ActForm
      act={act}
      className={`${line} border-l-[3px] border-deep pl-3`}
      label={`Divide ${u.name}`}
      disabled={list.length < 2}
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
