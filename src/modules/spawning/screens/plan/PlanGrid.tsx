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
import { memo, useMemo } from 'react';
import type { Cross } from '@/core/genetics/planFigures';
import { figures } from '@/core/quantities/format';
import type { BroodFish } from '@/modules/brood/views/brood';
import { Button } from '@/ui/Button';
import { HOLES, type Kinship, mayCross, NEAR } from './planState';

/**
 * Kinship of females (rows) with males (columns), and the crosses on it. A cross is dragged along its row to another
 * male; only the columns take what is dropped, so that a grid of thousands of squares stays quick.
 */
export function PlanGrid({
  females,
  males,
  kinship,
  crosses,
  avoid,
  across,
  selected,
  onSelect,
  onMove,
}: {
  females: BroodFish[];
  males: BroodFish[];
  kinship: Kinship;
  crosses: Cross[];
  avoid: string[];
  /** Strains are crossed too. */
  across: boolean;
  selected: number | null;
  onSelect: (female: number) => void;
  onMove: (from: Cross, male: number) => void;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor),
  );
  const size = males.length <= 14 ? 46 : males.length <= 26 ? 28 : 15;
  const high = size > 40 ? 30 : size > 20 ? 24 : 15;
  const heads = Math.max(3, ...males.map((m) => m.tag.length)) * (size > 40 ? 0 : 7.5) + 26;
  const barred = useMemo(() => new Set(avoid), [avoid]);
  const open = (f: number, m: number) =>
    mayCross(females[f]!, males[m]!, across) && !barred.has(`${females[f]!.tag}|${males[m]!.tag}`);
  const end = ({ active, over }: DragEndEvent) => {
    const from = active.data.current as Cross | undefined;
    const male = over?.data.current?.male as number | undefined;
    if (from && male !== undefined && male !== from.male && open(from.female, male)) onMove(from, male);
  };
  return (
    <div className="overflow-auto border-t border-strong" style={{ maxHeight: 'calc(100dvh - 21rem)', minHeight: 220 }}>
      <DndContext id="plan" sensors={sensors} onDragEnd={end} autoScroll={false}>
        <div className="relative" style={{ width: 96 + males.length * size, height: heads + females.length * high }}>
          {males.map((m, j) => (
            <Column key={m.id} male={j} left={96 + j * size} width={size} height={heads + females.length * high}>
              <span
                className={`absolute text-small whitespace-nowrap ${size > 40 ? 'w-full truncate px-0.5 text-center' : 'origin-bottom-left -rotate-90'}`}
                style={size > 40 ? { top: 4 } : { left: size / 2 + 6, top: heads - 22 }}
                title={`${m.tag}, ${m.strain || 'strain not known'}, ${Math.round(100 * kinship.completeness[females.length + j]!)} % of his ancestors known`}
              >
                {m.tag}
              </span>
            </Column>
          ))}
          {females.map((f, i) => (
            <Button
              kind="bare"
              key={f.id}
              aria-pressed={selected === i}
              className={`absolute left-0 w-[92px] truncate pl-1 text-left text-small ${selected === i ? 'bg-deep-wash font-bold' : 'hover:bg-deep-wash'}`}
              style={{ top: heads + i * high, height: high, lineHeight: `${high}px` }}
              onClick={() => onSelect(i)}
            >
              {f.tag}
            </Button>
          ))}
          <Squares
            females={females}
            males={males}
            kinship={kinship}
            barred={barred}
            across={across}
            size={size}
            high={high}
            top={heads}
          />
          {crosses.map((c) => (
            <Mark
              key={`${c.female} ${c.male}`}
              cross={c}
              near={kinship.matrix[c.female]![females.length + c.male]! >= NEAR}
              label={`${females[c.female]!.tag} with ${males[c.male]!.tag}, offspring ${figures(100 * kinship.matrix[c.female]![females.length + c.male]!, 3)} % inbred`}
              left={96 + c.male * size}
              top={heads + c.female * high}
              width={size}
              height={high}
            />
          ))}
        </div>
      </DndContext>
    </div>
  );
}

/** Drawn once for a set of parents: moving a cross does not draw thousands of squares anew. */
const Squares = memo(function Squares({
  females,
  males,
  kinship,
  barred,
  across,
  size,
  high,
  top,
}: {
  females: BroodFish[];
  males: BroodFish[];
  kinship: Kinship;
  barred: ReadonlySet<string>;
  across: boolean;
  size: number;
  high: number;
  top: number;
}) {
  const F = females.length;
  return (
    <svg
      className="pointer-events-none absolute left-[96px]"
      style={{ top }}
      width={males.length * size}
      height={F * high}
      role="img"
      aria-label={`Inbreeding of the offspring of ${F} females with ${males.length} males`}
    >
      <defs>
        <pattern id="barred" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--strong)" strokeWidth="1" />
        </pattern>
        <pattern id="unsure" width="6" height="6" patternUnits="userSpaceOnUse">
          <circle cx="3" cy="3" r="0.9" fill="var(--strong)" />
        </pattern>
      </defs>
      {females.map((f, i) =>
        males.map((m, j) => {
          const x = kinship.matrix[i]![F + j]!;
          const open = mayCross(f, m, across) && !barred.has(`${f.tag}|${m.tag}`);
          return (
            <g key={`${f.id} ${m.id}`} transform={`translate(${j * size},${i * high})`}>
              <rect
                width={size - 1}
                height={high - 1}
                fill={open ? 'var(--hand)' : 'url(#barred)'}
                // A quarter (full sibs) is the darkest; what is nearer is no darker.
                fillOpacity={open ? 0.04 + 0.6 * Math.min(1, x / 0.25) : 0.6}
              />
              {open && (kinship.completeness[i]! < HOLES || kinship.completeness[F + j]! < HOLES) && (
                <rect width={size - 1} height={high - 1} fill="url(#unsure)" />
              )}
              {size > 40 && open && x > 0 && (
                <text x={size - 5} y={high - 5} textAnchor="end" fontSize="10.5" fill="var(--ink)">
                  {figures(100 * x, 2)}
                </text>
              )}
            </g>
          );
        }),
      )}
    </svg>
  );
});

function Column({
  male,
  left,
  width,
  height,
  children,
}: {
  male: number;
  left: number;
  width: number;
  height: number;
  children: React.ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: `male ${male}`, data: { male } });
  return (
    <div ref={setNodeRef} className={`absolute top-0 ${isOver ? 'bg-deep-wash' : ''}`} style={{ left, width, height }}>
      {children}
    </div>
  );
}

function Mark({
  cross,
  near,
  label,
  left,
  top,
  width,
  height,
}: {
  cross: Cross;
  near: boolean;
  label: string;
  left: number;
  top: number;
  width: number;
  height: number;
}) {
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({
    id: `cross ${cross.female} ${cross.male}`,
    data: cross,
  });
  const d = Math.min(15, height - 4, width - 4);
  return (
    <Button
      kind="bare"
      ref={setNodeRef}
      {...listeners}
      {...attributes}
      aria-label={label}
      title={label}
      data-cross={label}
      className="absolute z-10 flex cursor-grab touch-none items-center justify-center active:cursor-grabbing"
      style={{
        left,
        top,
        width: width > 40 ? width / 2 : width - 1,
        height: height - 1,
        // Along its row only: a cross stays with its female.
        transform: transform ? `translate(${transform.x}px, 0)` : undefined,
      }}
    >
      <svg width={d} height={d} viewBox="0 0 16 16" aria-hidden="true">
        <circle
          cx="8"
          cy="8"
          r="6.6"
          fill={near ? 'var(--sheet)' : 'var(--deep)'}
          stroke={near ? 'var(--hand)' : 'var(--sheet)'}
          strokeWidth={near ? 3 : 1.4}
          opacity={isDragging ? 0.6 : 1}
        />
      </svg>
    </Button>
  );
}
