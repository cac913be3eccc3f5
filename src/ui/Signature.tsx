'use client';

import { useEffect, useRef } from 'react';
import SignaturePad from 'signature_pad';
import { Button } from './Button';

/** The field in which a signature is kept, whatever the screen that it was written on. */
const [WIDTH, HEIGHT] = [300, 100];

type Stroke = { points: readonly { x: number; y: number }[] };

/** Strokes of a pen as the path of an SVG, in a field of 300 by 100. */
export function strokesPath(strokes: readonly Stroke[], width: number, height: number): string {
  const one = (v: number, of: number, to: number) => Math.round((10 * v * to) / of) / 10;
  return strokes
    .flatMap((s) =>
      s.points.map((p, i) => `${i === 0 ? 'M' : 'L'}${one(p.x, width, WIDTH)} ${one(p.y, height, HEIGHT)}`),
    )
    .join(' ');
}

/** A field to sign in with a finger or a pen; the name beside it is what counts, where nobody can write on glass. */
export function SignatureField({ label, onChange }: { label: string; onChange: (path: string) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  const told = useRef(onChange);
  told.current = onChange;
  useEffect(() => {
    const c = canvas.current;
    if (!c) return;
    const { offsetWidth: width, offsetHeight: height } = c;
    c.width = width;
    c.height = height;
    const drawn = new SignaturePad(c, { penColor: getComputedStyle(c).color });
    drawn.addEventListener('endStroke', () => told.current(strokesPath(drawn.toData(), width, height)));
    pad.current = drawn;
    return () => drawn.off();
  }, []);
  return (
    <div>
      <p className="mb-1 flex items-baseline text-soft">
        {label}
        <Button
          kind="link"
          className="ml-auto"
          onClick={() => {
            pad.current?.clear();
            onChange('');
          }}
        >
          wipe
        </Button>
      </p>
      <canvas
        ref={canvas}
        aria-label={label}
        className="aspect-[3/1] w-full touch-none rounded-sm border border-rule bg-sheet text-ink"
      />
    </div>
  );
}

/** A signature as it was written. */
export function Signed({ path, by }: { path: string; by: string }) {
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="h-12 w-36" role="img" aria-label={`Signature of ${by}`}>
      <path d={path} fill="none" stroke="currentColor" strokeWidth={1.6} strokeLinecap="round" strokeLinejoin="round" />
    </svg>
  );
}
