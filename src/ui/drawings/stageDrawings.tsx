import type { ReactNode } from 'react';

/** The stages from the green egg to the one that swims up, as the card tells them apart. */
export function StageDrawings() {
  return (
    <div className="mt-2 grid grid-cols-3 gap-x-4 gap-y-3">
      {drawn.map((d) => (
        <figure key={d.word} className="w-[6.5rem]">
          <svg viewBox="0 0 72 48" fill="none" stroke="currentColor" strokeWidth="1.5" strokeLinecap="round" role="img">
            <title>{d.word}</title>
            {d.lines}
          </svg>
          <figcaption className="text-small text-soft">{d.word}</figcaption>
        </figure>
      ))}
    </div>
  );
}

const shell = <circle cx="36" cy="24" r="18" />;
const eye = (cx: number, cy: number, r = 2.2) => <circle cx={cx} cy={cy} r={r} fill="currentColor" stroke="none" />;
const yolk = { fill: 'var(--egg)', fillOpacity: 0.5 };

const drawn: { word: string; lines: ReactNode }[] = [
  {
    word: 'green',
    lines: (
      <>
        {shell}
        <circle cx="36" cy="26" r="13" {...yolk} stroke="none" />
        <path d="M31 13.5c3-2 7-2 10 0" strokeWidth="2.4" />
      </>
    ),
  },
  {
    word: 'eyed',
    lines: (
      <>
        {shell}
        <circle cx="36" cy="27" r="12" {...yolk} stroke="none" />
        <path d="M24 20c6-8 18-8 24 0" />
        {eye(31, 16)}
        {eye(40, 16)}
      </>
    ),
  },
  {
    word: 'body',
    lines: (
      <>
        {shell}
        <circle cx="37" cy="26" r="9" {...yolk} stroke="none" />
        <path d="M26 18c3-6 13-8 19-2 7 6 6 17-3 20-7 3-14-1-15-6" strokeWidth="2.6" />
        {eye(28, 17)}
      </>
    ),
  },
  {
    word: 'yolk-sac',
    lines: (
      <>
        <path d="M10 22c6-5 16-6 24-4l30 3c-10 2-20 4-30 4" />
        <path d="M14 25c0 8 5 14 12 14s12-6 12-14" {...yolk} />
        <path d="M58 17c4 2 7 5 8 8" />
        {eye(15, 21)}
      </>
    ),
  },
  {
    word: 'late yolk-sac',
    lines: (
      <>
        <path d="M8 22c8-7 22-7 32-4l22 3 6-6-1 7 1 7-6-4-24 4c-10 2-22 3-30-7z" />
        <path d="M17 28c4 4 15 4 22 0" {...yolk} />
        {eye(15, 21)}
      </>
    ),
  },
  {
    word: 'swum up',
    lines: (
      <>
        <path d="M8 22c8-7 22-7 32-4l22 3 6-7-1 8 1 8-6-5-24 4c-10 1-22 1-30-7z" />
        <path d="M32 17c3-4 8-4 10-1M36 29c2 3 6 4 9 3" />
        <path d="M28 20c2 2 2 5 0 7" />
        {eye(15, 21)}
      </>
    ),
  },
];
