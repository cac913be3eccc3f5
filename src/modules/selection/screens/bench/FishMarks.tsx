'use client';

import { type PointerEvent, useRef, useState } from 'react';
import { Button } from '@/ui/Button';

type Strokes = readonly (readonly number[])[];

const [W, H] = [300, 110];
/** A fish from above, its head to the left. */
const OUTLINE =
  'M12,55 C28,28 62,22 108,28 C160,34 196,44 226,51 C240,44 258,30 288,24 C278,44 278,66 288,86 C258,80 240,66 226,59 C196,66 160,76 108,82 C62,88 28,82 12,55 Z';
const FINS = 'M86,28 C92,14 112,8 128,12 C120,20 112,26 108,29 M86,82 C92,96 112,102 128,98 C120,90 112,84 108,81';

const path = (s: readonly number[]) =>
  s.reduce((d, v, i) => {
    if (i % 2 === 1) return d;
    return `${d}${i === 0 ? 'M' : 'L'}${((v / 1000) * W).toFixed(1)},${((s[i + 1]! / 1000) * H).toFixed(1)}`;
  }, '');

/** Marks of one fish as they were drawn on its outline, as small as it is put. */
export function FishMarks({ marks, className = 'w-24' }: { marks: Strokes; className?: string }) {
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className={className} role="img" aria-label="its marks">
      <Drawn marks={marks} />
    </svg>
  );
}

function Drawn({ marks }: { marks: Strokes }) {
  return (
    <>
      <path d={FINS} fill="none" stroke="var(--strong)" strokeWidth={1.5} />
      <path d={OUTLINE} fill="var(--sheet)" stroke="var(--strong)" strokeWidth={2} />
      {marks.map((s, i) => (
        <path
          // A stroke is known by its place alone.
          key={`stroke ${i}`}
          d={path(s)}
          fill="none"
          stroke="var(--hand)"
          strokeWidth={9}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      ))}
    </>
  );
}

/** Points nearer than this to the last one add nothing. */
const NEAR = 12;
const MOST_POINTS = 80;

/** The outline of a fish to draw its marks on, by finger or mouse. */
export function MarksPad({ marks, onChange }: { marks: Strokes; onChange: (marks: number[][]) => void }) {
  const svg = useRef<SVGSVGElement>(null);
  const [stroke, setStroke] = useState<number[] | null>(null);
  const at = (e: PointerEvent<SVGSVGElement>): [number, number] => {
    const box = svg.current!.getBoundingClientRect();
    const share = (v: number) => Math.min(1000, Math.max(0, Math.round(1000 * v)));
    return [share((e.clientX - box.left) / box.width), share((e.clientY - box.top) / box.height)];
  };
  const all = marks.map((m) => [...m]);
  const end = () => {
    if (!stroke) return;
    // A tap is a dot.
    const whole = stroke.length === 2 ? [...stroke, Math.min(1000, stroke[0]! + 4), stroke[1]!] : stroke;
    setStroke(null);
    onChange([...all, whole]);
  };
  return (
    <div className="flex flex-col gap-1">
      <svg
        ref={svg}
        viewBox={`0 0 ${W} ${H}`}
        className="w-full max-w-[340px] cursor-crosshair touch-none border border-rule bg-ground"
        role="img"
        aria-label="Draw its marks on the fish, seen from above, head to the left"
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          setStroke(at(e));
        }}
        onPointerMove={(e) => {
          if (!stroke || stroke.length >= 2 * MOST_POINTS) return;
          const [x, y] = at(e);
          const [lx, ly] = [stroke.at(-2)!, stroke.at(-1)!];
          if (Math.hypot(x - lx, y - ly) >= NEAR) setStroke([...stroke, x, y]);
        }}
        onPointerUp={end}
        onPointerCancel={end}
      >
        <Drawn marks={stroke ? [...all, stroke.length === 2 ? [...stroke, ...stroke] : stroke] : all} />
      </svg>
      <div className="flex gap-3">
        <Button kind="link" disabled={all.length === 0} onClick={() => onChange(all.slice(0, -1))}>
          last stroke away
        </Button>
        {all.length > 0 && (
          <Button kind="link" onClick={() => onChange([])}>
            all away
          </Button>
        )}
      </div>
    </div>
  );
}
