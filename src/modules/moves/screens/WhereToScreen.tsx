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
import { useState } from 'react';
import { numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import { type Floor, type FloorTank, WEEKS } from '@/core/planning/floor';
import { dayMonth } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import { Caution } from '@/ui/caution';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import { percentOf, type Tried, toSpare, WhatIf } from './WhatIf';
import { Proposal } from './WhereToProposal';

/** Where should they go? Every tank as it will be, what passes its limit, and which free tank takes what. */
export function WhereToScreen({ of: floor }: { of: Floor }) {
  const { timeZone, now, role, locale } = useSession();
  const [tried, setTried] = useState<Tried>({ from: '', to: '', text: '' });
  // A click opens a tank; only what is pulled some way is a drag. By keyboard: space, the arrows, space.
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 8 } }),
    useSensor(KeyboardSensor),
  );
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const from = floor.tanks.find((t) => t.id === active.id);
    if (from) setTried({ from: String(from.id), to: String(over.id), text: numberText(toSpare(from), locale) });
  };
  const may = role === 'manager' || role === 'culturist';
  const stands = floor.tanks.filter((t) => t.holds !== null);
  const free = floor.tanks.filter((t) => t.holds === null && t.closed === '');
  const closed = floor.tanks.filter((t) => t.holds === null && t.closed !== '');
  const over = stands.filter((t) => (t.holds!.weeks[WEEKS] ?? 0) > 1);
  const sorted = [...stands].sort((a, b) => (b.holds!.weeks[WEEKS] ?? 0) - (a.holds!.weeks[WEEKS] ?? 0));
  return (
    <DndContext id="floor" autoScroll={false} sensors={sensors} onDragEnd={dropped}>
      <section className="px-6 py-4 max-sm:px-3" aria-label="Where to">
        <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
          <h1>Where to</h1>
          <p className={`text-lead ${over.length > 0 ? 'font-semibold text-careful' : 'text-soft'}`}>
            {stands.length === 0
              ? 'No fish stand here yet.'
              : over.length === 0
                ? 'No tank passes its limit within eight weeks.'
                : `${over.length} ${over.length === 1 ? 'tank passes its limit' : 'tanks pass their limits'} within eight weeks; ${free.length} ${free.length === 1 ? 'is' : 'are'} free`}
          </p>
          <span className="ml-auto flex gap-x-4">
            <Link className="link" href="/water/capacity">
              Capacity
            </Link>
            <Link className="link" href="/moves">
              Moves and release
            </Link>
          </span>
        </div>
        <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,400px)] gap-x-8 max-lg:grid-cols-1">
          <section aria-label="Tanks">
            <h2 className="border-b-2 border-deep/40 pb-0.5">Tank by tank, the fullest in eight weeks first</h2>
            {stands.length > 0 && (
              <div className="overflow-x-auto">
                <Table>
                  <thead>
                    <tr>
                      <th>tank</th>
                      <th>holds</th>
                      <th className="num">number</th>
                      <th className="num">now</th>
                      <th>eight weeks</th>
                      <th className="num">then</th>
                      <th>full</th>
                    </tr>
                  </thead>
                  <tbody>
                    {sorted.map((t) => (
                      <Row key={t.id} t={t} now={now} timeZone={timeZone} />
                    ))}
                  </tbody>
                </Table>
              </div>
            )}
            {stands.length > 0 ? (
              <p className="quiet mt-1 text-small">
                Of what each bears by the limit that binds, as they grow at the water as it is. A blank: never weighed,
                or no limit can be told. Pull a tank by its handle onto another to try it.
              </p>
            ) : (
              <p className="quiet my-1">
                Each tank will stand here with how full it is and will be, and which free one could take a part of it.
              </p>
            )}
            {free.length > 0 && (
              <p className="mt-2">
                <span className="text-soft">Free:</span>{' '}
                {free.map((t) => (
                  <Place key={t.id} t={t} />
                ))}
              </p>
            )}
            {closed.length > 0 && (
              <p className="mt-1 text-soft">
                Not to be used: {closed.map((t) => t.name).join(', ')} (
                {[...new Set(closed.map((t) => t.closed))].join('; ')}).
              </p>
            )}
          </section>
          <div>
            <Proposal floor={floor} may={may} />
            <WhatIf floor={floor} may={may} of={tried} put={setTried} />
            <div className="mt-3">
              <Caution>
                Fasted, tempered, counted on the way, little time out of the water; the receiving tank clean, filled the
                day before. Small ones upstream of large ones, healthy ones upstream of suspect ones. Look again a day
                later.
              </Caution>
            </div>
          </div>
        </div>
      </section>
    </DndContext>
  );
}

function Row({ t, now, timeZone }: { t: FloorTank; now: number; timeZone: string }) {
  const h = t.holds!;
  const pull = useDraggable({ id: t.id });
  const onto = useDroppable({ id: t.id });
  const end = h.weeks[WEEKS] ?? null;
  return (
    <tr ref={onto.setNodeRef} data-unit={t.name} className={onto.isOver ? 'bg-deep-wash' : ''}>
      <td className="whitespace-nowrap">
        {h.meanG !== null && (
          <Button
            ref={pull.setNodeRef}
            kind="link"
            className="mr-1 inline-flex h-7 w-7 cursor-grab touch-none items-center justify-center text-soft no-underline pointer-coarse:h-12 pointer-coarse:w-12"
            aria-label={`Move from ${t.name}`}
            style={
              pull.transform
                ? {
                    transform: `translate(${pull.transform.x}px, ${pull.transform.y}px)`,
                    position: 'relative',
                    zIndex: 2,
                  }
                : undefined
            }
            {...pull.listeners}
            {...pull.attributes}
          >
            ⠿
          </Button>
        )}
        <Link
          className="font-bold text-ink pointer-coarse:inline-block pointer-coarse:py-2"
          href={`/rearing?unit=${encodeURIComponent(t.name)}`}
        >
          {t.name}
        </Link>
      </td>
      <td className="text-soft">
        {h.says}
        {h.mixed && ', several lots'}
      </td>
      <td className="num">
        <Doubtful number={h.number} sd={h.sd} />
      </td>
      <td className={`num ${(h.weeks[0] ?? 0) > 1 ? 'font-bold text-hand' : ''}`}>{percentOf(h.weeks[0] ?? null)}</td>
      <td>
        <Weeks of={h.weeks} />
      </td>
      <td className={`num ${(end ?? 0) > 1 ? 'font-bold text-careful' : ''}`}>{percentOf(end)}</td>
      <td className="whitespace-nowrap">
        {h.fullAt === null ? (
          ''
        ) : h.fullAt <= now ? (
          <b className="text-hand">now</b>
        ) : (
          dayMonth(h.fullAt, timeZone, now)
        )}
      </td>
    </tr>
  );
}

/** A bar a week: how full it is of what it bears. */
function Weeks({ of }: { of: readonly (number | null)[] }) {
  if (of.every((s) => s === null)) return null;
  return (
    <svg width={72} height={20} aria-hidden="true">
      <line x1={0} x2={72} y1={6} y2={6} stroke="var(--strong)" strokeDasharray="2 2" />
      {of.map((s, w) => {
        const height = Math.min(20, 14 * (s ?? 0));
        return (
          <rect
            key={w}
            x={w * 8}
            y={20 - height}
            width={6}
            height={height}
            fill={(s ?? 0) > 1 ? 'var(--hand)' : 'var(--deep)'}
          />
        );
      })}
    </svg>
  );
}

/** A tank that is free, onto which a part of another can be pulled. */
function Place({ t }: { t: FloorTank }) {
  const onto = useDroppable({ id: t.id });
  return (
    <span
      ref={onto.setNodeRef}
      className={`mr-2 mb-1 inline-block rounded-sm border border-dashed px-2 py-1 ${onto.isOver ? 'border-deep bg-deep-wash' : 'border-rule'}`}
      data-free={t.name}
    >
      <b>{t.name}</b> <span className="text-small text-soft">{t.room}</span>
    </span>
  );
}
