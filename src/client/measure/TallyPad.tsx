'use client';

import { Undo2 } from 'lucide-react';
import { useState } from 'react';
import { doubtfulTaps, type Tap, tallied } from '@/core/sampling/tally';
import { Button } from '@/ui/Button';

export type TallyClass = {
  id: string;
  word: string;
  /** Its key while the tally is in hand; the first class also takes the space bar. */
  key: string;
};

/**
 * Counting by tap or key, one animal at a time: the number stands large, the last can be undone, and where the pace says
 * that a tap was doubled or the thread was lost, it is pointed out.
 */
export function TallyPad({
  classes,
  onCount,
  word = 'Tally',
  open: first = false,
}: {
  classes: readonly TallyClass[];
  onCount: (counts: Record<string, number>) => void;
  word?: string;
  /** Whether it stands open from the beginning. */
  open?: boolean;
}) {
  const [open, setOpen] = useState(first);
  const [taps, setTaps] = useState<Tap[]>([]);
  /** Held: no tap counts. Gone on with: the next is the first after a pause. */
  const [pause, setPause] = useState<'held' | 'over' | null>(null);
  const put = (next: Tap[]) => {
    setTaps(next);
    onCount(tallied(next));
  };
  const tap = (id: string) => {
    if (pause === 'held') return;
    put([...taps, { id, at: Date.now(), ...(pause === 'over' ? { afterPause: true as const } : {}) }]);
    setPause(null);
    navigator.vibrate?.(12);
  };
  if (!open)
    return (
      <Button className="self-start" onClick={() => setOpen(true)}>
        {word} by tap or key
      </Button>
    );
  const n = tallied(taps);
  const doubtful = doubtfulTaps(taps);
  const last = taps.slice(-12);
  return (
    <section
      aria-label={word}
      className="border border-strong p-3"
      onKeyDown={(e) => {
        if (e.target instanceof HTMLInputElement || e.ctrlKey || e.metaKey || e.altKey) return;
        const c = e.key === ' ' ? classes[0] : classes.find((x) => x.key === e.key.toLowerCase());
        if (c) tap(c.id);
        else if (e.key === 'Backspace') put(taps.slice(0, -1));
        else return;
        e.preventDefault();
        e.stopPropagation();
      }}
      // The space bar was counted when it went down; on a button it would press once more when it comes up.
      onKeyUp={(e) => {
        if (e.key === ' ' && !(e.target instanceof HTMLInputElement)) e.preventDefault();
      }}
    >
      <div className="flex gap-2">
        {classes.map((c, i) => (
          <Button
            key={c.id}
            autoFocus={i === 0}
            className="min-h-[5.5rem] flex-1 flex-col text-body touch-manipulation"
            disabled={pause === 'held'}
            aria-label={`one ${c.word}`}
            onClick={() => tap(c.id)}
          >
            <span className="text-figure leading-none font-bold" data-tally={c.id}>
              {n[c.id] ?? 0}
            </span>
            <span>
              {c.word} <kbd className="text-soft">{c.key}</kbd>
            </span>
          </Button>
        ))}
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <Button disabled={taps.length === 0} onClick={() => put(taps.slice(0, -1))}>
          <Undo2 size={17} aria-hidden /> Undo
        </Button>
        <Button
          disabled={taps.length === 0 && pause === null}
          onClick={() => setPause(pause === 'held' ? 'over' : 'held')}
        >
          {pause === 'held' ? 'Go on' : 'Pause'}
        </Button>
        <Button kind="link" onClick={() => put([])}>
          begin anew
        </Button>
        <Button kind="link" onClick={() => setOpen(false)}>
          done
        </Button>
      </div>
      {taps.length > 0 && (
        <p className="mt-2 text-small text-soft">
          {taps.length > last.length ? '… ' : ''}
          {last.map((t, i) => {
            const index = taps.length - last.length + i;
            const why = doubtful.find((d) => d.index === index)?.why;
            return (
              <span key={t.at + index} className={why ? 'font-bold text-hand' : ''}>
                {classes.length > 1 ? classes.find((c) => c.id === t.id)?.key : index + 1}{' '}
              </span>
            );
          })}
        </p>
      )}
      {doubtful.length > 0 && (
        <p className="text-small text-careful" role="status">
          Look again at{' '}
          {doubtful
            .slice(0, 4)
            .map(
              (d) =>
                `number ${d.index + 1} (${d.why === 'double' ? 'so soon after the one before' : 'after a long pause'})`,
            )
            .join(', ')}
          .
        </p>
      )}
    </section>
  );
}
