'use client';

import { useEffect, useState } from 'react';
import { withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import type { readLine } from '@/core/shorthand/parse';
import type { Said, Shorthand } from '@/core/shorthand/reading';
import { Button } from '@/ui/Button';

/** What the log line shows after Enter, until when, and whether it may still be undone. */
export type Shown = { tone: 'done' | 'wrong' | 'wait'; text: string; undo?: string; until: number };

/** What was understood, as one sentence. */
export function plain(says: readonly Said[]): string {
  return says
    .map((s) => {
      if (typeof s === 'string') return s;
      const d = withDoubt(s.number, Z95 * s.sd);
      return d.half ? `${d.number} ±${d.half}` : d.number;
    })
    .join('');
}

/** What the line was read as, before it is recorded. */
export function ReadBack({
  reading,
  shorthands,
  onTake,
}: {
  reading: ReturnType<typeof readLine> | null;
  shorthands: readonly Shorthand[];
  onTake: (text: string) => void;
}) {
  if (!reading || reading.kind === 'empty')
    return <span className="hidden text-soft md:inline">Type what you found, or ? for the forms.</span>;
  if (reading.kind === 'command' || reading.kind === 'open')
    return <span className="text-deep">{plain(reading.says)}</span>;
  if (reading.kind === 'incomplete') return <span className="font-mono text-soft">{reading.hint}</span>;
  if (reading.kind === 'undo') return <span className="text-deep">Enter takes the last line back.</span>;
  if (reading.kind === 'help')
    return (
      <span className="flex flex-wrap gap-x-3 text-soft">
        {shorthands.map((f) => (
          <Button
            kind="bare"
            key={f.verb}
            className="font-mono text-deep"
            title={f.says}
            onClick={() => onTake(`${f.verb} `)}
          >
            {f.form}
          </Button>
        ))}
      </span>
    );
  return (
    <span className="text-loss">
      {reading.message}.
      {reading.nearest.length > 0 && (
        <span className="text-soft">
          {' '}
          Did you mean{' '}
          {reading.nearest.map((n, i) => (
            <span key={n}>
              {i > 0 && ', '}
              <span className="font-mono">{n}</span>
            </span>
          ))}
          ?
        </span>
      )}
    </span>
  );
}

/** What came of the line. */
export function Outcome({
  shown,
  onUndo,
  onGone,
}: {
  shown: Shown;
  onUndo: (entryId: string) => void;
  onGone: () => void;
}) {
  const [left, setLeft] = useState(() => Math.ceil((shown.until - Date.now()) / 1000));
  useEffect(() => {
    const timer = setInterval(() => {
      const s = Math.ceil((shown.until - Date.now()) / 1000);
      setLeft(s);
      if (s <= 0) onGone();
    }, 500);
    return () => clearInterval(timer);
  }, [shown, onGone]);
  const tone = { done: 'text-deep', wrong: 'text-loss', wait: 'text-careful' }[shown.tone];
  return (
    <span className={tone}>
      {shown.text}
      {shown.undo && left > 0 && (
        <Button kind="link" className="ml-3" onClick={() => onUndo(shown.undo!)}>
          Undo ({left})
        </Button>
      )}
    </span>
  );
}
