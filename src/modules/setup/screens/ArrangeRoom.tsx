'use client';

import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { useState } from 'react';
import { ActFoot, useAct } from '@/client/act/useAct';
import type { RoomView } from '@/modules/incubation/views/room';
import { arrangeRoom } from '@/modules/setup/acts/arrange/act';
import { Button } from '@/ui/Button';
import { Input } from '@/ui/Input';
import { Link } from '@/ui/Link';
import { type Arranged, moveUnit, placesOf } from './arrangement';

/** The plan of a room: units are dragged to where they stand, or moved by the arrow keys. */
export function ArrangeRoom({ room }: { room: RoomView }) {
  const act = useAct(arrangeRoom);
  const [rows, setRows] = useState<Arranged>(() =>
    [...new Map(room.units.map((u) => [`${u.y} ${u.battery}`, u.battery]))].map(([key, battery]) => ({
      key,
      battery,
      units: room.units.filter((u) => `${u.y} ${u.battery}` === key).map(({ id, name, kind }) => ({ id, name, kind })),
    })),
  );
  // A click is no drag.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const end = (e: DragEndEvent) => {
    if (!e.over) return;
    const [row, place] = String(e.over.id).split('|') as [string, string];
    setRows(moveUnit(rows, Number(e.active.id), { row, place: Number(place) }));
  };
  const nudge = (id: number, key: string) => {
    const r = rows.findIndex((x) => x.units.some((u) => u.id === id));
    const place = rows[r]!.units.findIndex((u) => u.id === id);
    const to = {
      ArrowLeft: { row: r, place: place - 1 },
      ArrowRight: { row: r, place: place + 2 },
      ArrowUp: { row: r - 1, place },
      ArrowDown: { row: r + 1, place },
    }[key];
    const target = to && rows[to.row];
    if (target && to.place >= 0)
      setRows(moveUnit(rows, id, { row: target.key, place: Math.min(to.place, target.units.length) }));
  };
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label={`Plan of ${room.name}`}>
      <div className="mb-1 flex items-baseline gap-4">
        <h1>{room.name}</h1>
        <Link href={`/rooms/${room.id}`} className="link">
          back to the eggs
        </Link>
      </div>
      <p className="quiet mb-3">
        Drag each unit to where it stands; with the keyboard, choose it and use the arrow keys. The walk follows the
        plan.
      </p>
      <DndContext sensors={sensors} onDragEnd={end} accessibility={spoken(rows)}>
        {rows.map((r, i) => (
          <section key={r.key} className="mb-3" aria-label={r.battery || 'units'}>
            <Input
              className="mb-1 w-[14rem]"
              aria-label={`name of row ${i + 1}`}
              placeholder="name of the battery"
              maxLength={40}
              value={r.battery}
              onChange={(e) => setRows(rows.map((x) => (x.key === r.key ? { ...x, battery: e.target.value } : x)))}
            />
            <ul className="flex min-h-[3.4rem] flex-wrap border-b-2 border-deep/40 pb-1">
              {r.units.map((u, place) => (
                <Slot key={u.id} id={`${r.key}|${place}`}>
                  <Dragged id={u.id} name={u.name} kind={u.kind} onKey={(k) => nudge(u.id, k)} />
                </Slot>
              ))}
              <Slot id={`${r.key}|${r.units.length}`}>
                <span className="block h-[2.6rem] w-[3.6rem]" />
              </Slot>
            </ul>
          </section>
        ))}
      </DndContext>
      <Button
        kind="link"
        className="mb-3"
        onClick={() => setRows([...rows, { key: `new ${rows.length}`, battery: '', units: [] }])}
      >
        another row
      </Button>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void act.submit({ room: room.id, units: placesOf(rows) }, () => 'Kept: the room is drawn so.');
        }}
      >
        <ActFoot act={act} label="Keep the plan" />
      </form>
    </section>
  );
}

/** What a screen reader hears while a unit is dragged. */
function spoken(rows: Arranged) {
  const name = (id: unknown) => rows.flatMap((r) => r.units).find((u) => u.id === Number(id))?.name ?? 'The unit';
  const place = (id: unknown) => {
    const [row, at] = String(id).split('|');
    const r = rows.findIndex((x) => x.key === row);
    return r < 0 ? 'nowhere' : `${rows[r]!.battery || `row ${r + 1}`}, place ${Number(at) + 1}`;
  };
  return {
    screenReaderInstructions: { draggable: 'Move it with the arrow keys; keep the plan when it is right.' },
    announcements: {
      onDragStart: ({ active }: { active: { id: unknown } }) => `${name(active.id)} is lifted.`,
      onDragOver: ({ active, over }: { active: { id: unknown }; over: { id: unknown } | null }) =>
        over ? `${name(active.id)} over ${place(over.id)}.` : undefined,
      onDragEnd: ({ active, over }: { active: { id: unknown }; over: { id: unknown } | null }) =>
        over ? `${name(active.id)} stands in ${place(over.id)}.` : `${name(active.id)} stays where it was.`,
      onDragCancel: ({ active }: { active: { id: unknown } }) => `${name(active.id)} stays where it was.`,
    },
  };
}

function Slot({ id, children }: { id: string; children: React.ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <li ref={setNodeRef} className={`border-l-[3px] pl-1.5 ${isOver ? 'border-hand' : 'border-transparent'}`}>
      {children}
    </li>
  );
}

function Dragged({ id, name, kind, onKey }: { id: number; name: string; kind: string; onKey: (key: string) => void }) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id });
  return (
    <Button
      kind="bare"
      ref={setNodeRef}
      {...listeners}
      onKeyDown={(e) => {
        if (!e.key.startsWith('Arrow')) return;
        e.preventDefault();
        onKey(e.key);
      }}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      className={`relative h-[2.6rem] w-[3.6rem] cursor-grab touch-none border bg-sheet text-center ${isDragging ? 'z-20 border-2 border-deep' : 'border-strong'} ${kind === 'jar' ? 'rounded-b-2xl' : ''}`}
      aria-label={`${name}, ${kind}`}
    >
      <b>{name}</b>
    </Button>
  );
}
