import type { ReactNode } from 'react';

/** Stage glyphs, drawn for Morula on a 24 unit square; they take the colour of their stage unless told otherwise. */
const drawings: Record<string, ReactNode> = {
  brood: (
    <>
      <path d="M2.5 12c3-4.6 8-6 12-4.4 1.5.6 2.8 1.6 3.8 2.8L22 7.5v9l-3.7-2.9c-1 1.2-2.3 2.2-3.8 2.8-4 1.6-9 .2-12-4.4Z" />
      <circle cx="7" cy="11" r="1" fill="currentColor" stroke="none" />
      <path d="M11 8c1 2.5 1 5.5 0 8" />
    </>
  ),
  egg: (
    <>
      <circle cx="12" cy="12" r="8.5" />
      <circle cx="12" cy="9.5" r="2.2" fill="currentColor" stroke="none" />
    </>
  ),
  eyed: (
    <>
      <circle cx="12" cy="12" r="8.5" />
      <path d="M8.2 8.2c-2.4 2.6-2 6.3.8 8 2.8 1.6 6.3.4 7-2.4" />
      <circle cx="9.6" cy="8.3" r="2.4" fill="currentColor" stroke="none" />
    </>
  ),
  hatching: (
    <>
      <path d="M18.5 17.5A8.5 8.5 0 1 1 15 4.1" />
      <path d="M15 4.1 13.5 8l3.5 1-2 3.5 4.5 1" />
      <path d="M9 13c3-1.5 6 1 12.5-4.5" />
      <circle cx="9" cy="12.5" r="1.3" fill="currentColor" stroke="none" />
    </>
  ),
  yolksac: (
    <>
      <path d="M3 9.5c4-3 9-3 18.5.5-5 .3-8 1.4-11 1.6" />
      <ellipse cx="8.5" cy="14" rx="4.6" ry="3.8" />
      <circle cx="5.6" cy="9.3" r="1.1" fill="currentColor" stroke="none" />
    </>
  ),
  fry: (
    <>
      <path d="M4 12c3-3 7.5-3.2 11.5-.8L20 8.5v7l-4.5-2.7C11.5 15.2 7 15 4 12Z" />
      <circle cx="7.5" cy="11.5" r="1" fill="currentColor" stroke="none" />
    </>
  ),
  fingerling: (
    <>
      <path d="M2.5 12c3.5-3.8 9-4.3 14-1.1L21.5 8v8l-5-2.9C11.5 16.3 6 15.8 2.5 12Z" />
      <circle cx="6.3" cy="11.3" r="1" fill="currentColor" stroke="none" />
      <path d="M10 9.5v5M12.7 9.6v4.8M15.2 10.5v3" />
    </>
  ),
  gone: (
    <>
      <path d="M3 8c2.5-2 4.5-2 7 0s4.5 2 7 0" />
      <path d="M3 14c2.5-2 4.5-2 7 0s4.5 2 7 0" />
      <path d="M18 11h4m-1.8-2 2 2-2 2" />
    </>
  ),
  adult: (
    <>
      <path d="M2.5 12c3-4.6 8-6 12-4.4 1.5.6 2.8 1.6 3.8 2.8L22 7.5v9l-3.7-2.9c-1 1.2-2.3 2.2-3.8 2.8-4 1.6-9 .2-12-4.4Z" />
      <circle cx="7" cy="11" r="1" fill="currentColor" stroke="none" />
    </>
  ),
  berried: (
    <>
      <path d="M5 9c3-3 9-3 12 0 2 2 2 4 4 5-3 1-5 0-6-1" />
      <path d="M5 9 2.5 5M5 9 2 10" />
      <circle cx="8" cy="14" r="1.5" />
      <circle cx="11.5" cy="15" r="1.5" />
      <circle cx="15" cy="15" r="1.5" />
    </>
  ),
  juvenile: (
    <>
      <path d="M6 12c2-3.5 8-3.5 11-1l4-2v6l-4-2c-3 2.5-9 2.5-11-1Z" />
      <path d="M7 10 3 6.5 5.5 6M7 14l-4 3.5 2.5.5M10 14.5 9 18M13 14.5l.5 3.5M10 9.5 9 6M13 9.5l.5-3.5" />
    </>
  ),
};

/** Colour of a stage as a CSS variable; the word always stands beside it. */
export const stageColour: Record<string, string> = {
  egg: 'var(--egg)',
  eyed: 'var(--eyed)',
  hatching: 'var(--eyed)',
  yolksac: 'var(--yolksac)',
  fry: 'var(--fry)',
  fingerling: 'var(--fingerling)',
  fingerlings: 'var(--fingerling)',
  eggs: 'var(--egg)',
  berried: 'var(--egg)',
  juvenile: 'var(--fry)',
  gone: 'var(--gone)',
};

export function Glyph({ name, size = 22, colour }: { name: string; size?: number; colour?: string }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="none"
      stroke="currentColor"
      strokeWidth={1.7}
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden="true"
      style={{ color: colour ?? stageColour[name] ?? 'currentColor', flex: 'none' }}
    >
      {drawings[name] ?? drawings.egg}
    </svg>
  );
}

/** The mark of Morula: the ball of cells. */
export function Mark({ size = 36 }: { size?: number }) {
  const cells = Array.from(
    { length: 6 },
    (_, i) =>
      [18 + 9 * Math.cos((i * Math.PI) / 3 - Math.PI / 2), 18 + 9 * Math.sin((i * Math.PI) / 3 - Math.PI / 2)] as const,
  );
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 36 36"
      fill="var(--sheet)"
      stroke="currentColor"
      strokeWidth={1.6}
      aria-hidden="true"
    >
      {cells.map(([x, y], i) => (
        <circle key={i} cx={x.toFixed(2)} cy={y.toFixed(2)} r={6.4} />
      ))}
      <circle cx={18} cy={18} r={5.6} fill="var(--egg)" />
    </svg>
  );
}
