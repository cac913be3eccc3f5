'use client';

import {
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { type CSSProperties, type ReactNode, useState } from 'react';
import type { LineEnd } from '@/core/water/circuits/lines';
import { Button } from '@/ui/Button';
import { Dialog } from '@/ui/Dialog';
import { LineForm } from '../../acts/line/form';
import type { WaterDesk } from '../../views/desk';
import { endOf } from './layout';

/** Around a drawing whose lines are drawn by hand: what is pulled onto what is asked about, and put in force. */
export function DrawLines({ desk, children }: { desk: WaterDesk; children: ReactNode }) {
  const [pulled, setPulled] = useState<{ from: LineEnd; to: LineEnd } | null>(null);
  // By keyboard: space, the arrows, space.
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor),
  );
  const dropped = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) setPulled({ from: endOf(String(active.id)), to: endOf(String(over.id)) });
  };
  const nameOf = (e: LineEnd) =>
    ('work' in e ? desk.works.find((w) => w.id === e.work)?.name : desk.rooms.find((r) => r.id === e.room)?.name) ?? '';
  return (
    <DndContext id="circuits" sensors={sensors} onDragEnd={dropped}>
      {children}
      <Dialog
        title={pulled ? `${nameOf(pulled.from)} to ${nameOf(pulled.to)}` : ''}
        open={pulled !== null}
        onOpenChange={(open) => !open && setPulled(null)}
      >
        {pulled && <LineForm {...pulled} works={desk.works} nameOf={nameOf} done={() => setPulled(null)} />}
      </Dialog>
    </DndContext>
  );
}

/** A work or a room of the drawing: with a handle by which its line is pulled, and a place where one ends. */
export function LineEndSpot({
  id,
  name,
  beside = false,
  className,
  style,
  children,
}: {
  id: string;
  name: string;
  /** The handle stands at the right edge of its place, and moves nothing in it. */
  beside?: boolean;
  className?: string;
  style?: CSSProperties;
  children: ReactNode;
}) {
  const pull = useDraggable({ id });
  const onto = useDroppable({ id });
  return (
    <div
      ref={onto.setNodeRef}
      style={style}
      className={`${className ?? ''} rounded-[3px] ${onto.isOver && !pull.isDragging ? 'bg-deep-wash outline-2 outline-deep' : ''}`}
    >
      {children}
      <Button
        ref={pull.setNodeRef}
        kind="link"
        className={`${beside ? 'absolute top-1.5 right-0' : ''} z-[2] inline-flex size-7 flex-none cursor-grab touch-none items-center justify-center text-soft no-underline pointer-coarse:size-12`}
        aria-label={`Draw a line from ${name}`}
        style={pull.transform ? { transform: `translate(${pull.transform.x}px, ${pull.transform.y}px)` } : undefined}
        {...pull.listeners}
        {...pull.attributes}
      >
        ⠿
      </Button>
    </div>
  );
}
