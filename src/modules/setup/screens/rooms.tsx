'use client';

import { useState } from 'react';
import { useAct } from '@/client/act/useAct';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { NumberInput, useShown } from '@/client/inputs';
import { figures, grouped } from '@/core/quantities/format';
import { fromBase } from '@/core/quantities/measure';
import { sensorKindIds, sensorKinds } from '@/core/readings/sensorKinds';
import { type UnitKind, unitKinds } from '@/core/units/unitKinds';
import { addUnits } from '@/modules/setup/acts/addUnits/act';
import { joinUnit } from '@/modules/setup/acts/join/act';
import { saveRoom } from '@/modules/setup/acts/room/act';
import { saveSensor } from '@/modules/setup/acts/sensor/act';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { SetupView } from '../views/setup';
import { line } from './line';
import { RoomForm, roomKinds } from './roomForm';
import { DivideForm, UnitForm } from './unitForms';
import { UnitMeasureFields } from './unitMeasures';

type Room = SetupView['rooms'][number];

type Open = { what: 'units' | 'sensor' | 'room' } | { what: 'unit' | 'divide'; id: number } | null;

/** One room with its units and sensors; a unit opens by its name. */
export function RoomBlock({ room, view }: { room: Room; view: SetupView }) {
  const units = view.units.filter((u) => u.roomId === room.id);
  const sensors = view.sensors.filter((s) => s.roomId === room.id);
  const divided = view.divided.filter((d) => d.roomId === room.id);
  const volume = useShown()('volume');
  const [open, setOpen] = useState<Open>(null);
  const toggle = (what: 'units' | 'sensor' | 'room') => setOpen(open?.what === what ? null : { what });
  const rows = [...new Map(units.map((u) => [`${u.y}${u.battery}`, u])).values()];
  const chosen = open && 'id' in open ? view.units.find((u) => u.id === open.id) : undefined;
  return (
    <div className="mb-4 border-b border-rule pb-3" data-room={room.name}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h3 className="text-lead font-bold">{room.name}</h3>
        <span className="quiet">{roomKinds.find((k) => k.value === room.kind)?.label}</span>
        <span className="quiet">
          {sensors.length === 0
            ? 'no sensor'
            : `sensors: ${sensors.map((s) => (s.kind === 'temperature' || s.name === sensorKinds[s.kind].word ? s.name : `${s.name} (${sensorKinds[s.kind].word})`)).join(', ')}`}
        </span>
        <span className="ml-auto flex gap-4">
          <Button kind="link" onClick={() => toggle('units')}>
            add units
          </Button>
          <Button kind="link" onClick={() => toggle('sensor')}>
            add a sensor
          </Button>
          <Button kind="link" onClick={() => toggle('room')}>
            change
          </Button>
        </span>
      </div>
      {rows.map((first) => {
        const row = units.filter((u) => u.y === first.y && u.battery === first.battery);
        return (
          <p key={`${first.y}${first.battery}`} className="flex flex-wrap items-baseline gap-x-2 py-0.5">
            <span className="quiet">{first.battery || first.kind}:</span>
            {row.map((u) => (
              <Button
                kind="bare"
                key={u.id}
                aria-expanded={chosen?.id === u.id}
                className={`cursor-pointer px-0.5 hover:underline ${chosen?.id === u.id ? 'font-bold text-deep' : ''}`}
                title={u.holds > 0 ? `holds ${grouped(u.holds)}; change it` : 'empty; change it'}
                onClick={() => setOpen(chosen?.id === u.id ? null : { what: 'unit', id: u.id })}
              >
                {u.name}
              </Button>
            ))}
            <span className="quiet">
              {[
                first.volumeL === null
                  ? ''
                  : `${figures(fromBase(first.volumeL * 1000, 'volume', volume), 3)} ${volume}`,
                first.loadLimit === null ? '' : `up to ${grouped(first.loadLimit)}`,
              ]
                .filter(Boolean)
                .join(', ')}
            </span>
          </p>
        );
      })}
      {divided.map((d) => (
        <Divided key={d.id} d={d} />
      ))}
      {open?.what === 'units' && (
        <NewUnits room={room} sensors={sensors} nextRow={1 + Math.max(-1, ...units.map((u) => u.y))} />
      )}
      {open?.what === 'sensor' && <NewSensor room={room} />}
      {open?.what === 'room' && <RoomForm room={room} sensors={view.sensors} />}
      {chosen && open?.what === 'unit' && (
        <>
          <UnitForm key={chosen.id} u={chosen} view={view} onDone={() => setOpen(null)} />
          {chosen.partOf === null && chosen.kind !== 'table' && (
            <p className="mt-2 border-l-[3px] border-deep pl-3">
              <Button
                kind="link"
                className="disabled:opacity-50"
                disabled={chosen.holds > 0}
                title={chosen.holds > 0 ? 'Empty it first' : undefined}
                onClick={() => setOpen({ what: 'divide', id: chosen.id })}
              >
                Divide {chosen.name} by a screen
              </Button>
              {chosen.holds > 0 && <span className="quiet ml-2">once it is empty</span>}
            </p>
          )}
        </>
      )}
      {chosen && open?.what === 'divide' && <DivideForm key={chosen.id} u={chosen} />}
    </div>
  );
}

function Divided({ d }: { d: SetupView['divided'][number] }) {
  const act = useAct(joinUnit);
  return (
    <p className="py-0.5">
      <span className="quiet">
        {d.name} is divided into {d.parts.join(', ')}.
      </span>{' '}
      <Button kind="link" disabled={act.busy} onClick={() => void act.submit({ id: d.id })}>
        Take the screen out
      </Button>
      {act.refused && (
        <span role="alert" className="ml-2 text-loss">
          {act.refused.message} {act.refused.todo}
        </span>
      )}
    </p>
  );
}

export function NewRoom() {
  const f = useActForm(saveRoom, {
    about: {},
    begin: { kind: 'incubation' },
    needs: { name: 'a name' },
    clears: ['name'],
    says: () => 'Made.',
  });
  return (
    <Form of={f} className={line} label="Make room">
      <TextField label="New room" {...f.field('name')} />
      <SelectField label="For" {...f.field('kind')} options={[...roomKinds]} />
    </Form>
  );
}

/** What is mostly put up in a room of a kind. */
const kindInRoom: Record<string, UnitKind> = {
  spawning: 'table',
  incubation: 'jar',
  rearing: 'tank',
  outdoor: 'raceway',
};

function NewUnits({ room, sensors, nextRow }: { room: Room; sensors: SetupView['sensors']; nextRow: number }) {
  const f = useActForm(addUnits, {
    about: { room: room.id },
    begin: { kind: kindInRoom[room.kind] ?? 'tank', from: 1, count: 1 },
    needs: { prefix: 'letters', from: 'the first number', count: 'how many' },
    adjust: (input) => ({ ...input, y: nextRow }),
    says: (r) => `Made: ${(r?.names ?? []).join(' ')}.`,
  });
  return (
    <Form of={f} className={`${line} border-l-[3px] border-deep pl-3`} label="Make units">
      <SelectField label="Kind" {...f.field('kind')} options={unitKinds.map((k) => ({ value: k, label: k }))} />
      <TextField className="w-[6rem]" label="Letters" {...f.field('prefix')} placeholder="J" />
      <div className="w-[6rem]">
        <NumberInput label="from number" {...f.field('from')} />
      </div>
      <div className="w-[6rem]">
        <NumberInput label="how many" {...f.field('count')} />
      </div>
      <TextField className="w-[9rem]" label="Row or stack it stands in" {...f.field('battery')} />
      <UnitMeasureFields of={f} waters={sensors.filter((s) => s.kind === 'temperature')} each=" of each" />
    </Form>
  );
}

function NewSensor({ room }: { room: { id: number } }) {
  const f = useActForm(saveSensor, {
    about: { room: room.id },
    needs: { name: 'a name' },
    clears: ['name'],
    says: () => 'Made.',
  });
  return (
    <Form of={f} className={`${line} border-l-[3px] border-deep pl-3`} label="Make sensor">
      <SelectField
        label="It measures"
        {...f.field('kind')}
        options={sensorKindIds.map((k) => ({
          value: k,
          label: `${sensorKinds[k].word}${sensorKinds[k].unit && `, ${sensorKinds[k].unit}`}`,
        }))}
      />
      <TextField
        label="Name of the sensor"
        {...f.field('name')}
        placeholder="bay1"
        hint="Also for readings typed by eye"
      />
    </Form>
  );
}
