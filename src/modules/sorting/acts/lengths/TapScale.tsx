'use client';

import { useState } from 'react';
import { numberText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { fromBase } from '@/core/quantities/measure';
import { Button } from '@/ui/Button';
import { scaleAround } from './scale';

/**
 * A scale to tap: one tap for each fish that is laid on the board, in classes about the size that they have. What was
 * tapped stands in the list above and can be changed there.
 * @param aroundMm how long they are about  @param onTap is given the length as its reader types it
 */
export function TapScale({
  aroundMm,
  typed,
  onTap,
  onUndo,
}: {
  aroundMm: number;
  /** The list as it stands. */
  typed: string;
  onTap: (text: string) => void;
  onUndo: (() => void) | null;
}) {
  const { locale } = useSession();
  const unit = useShown()('length', true);
  const [open, setOpen] = useState(false);
  const words = typed.split(/[\s;]+/);
  if (!open)
    return (
      <Button kind="link" className="self-start" onClick={() => setOpen(true)}>
        tap them on a scale
      </Button>
    );
  return (
    <section aria-label="Scale to tap" className="flex flex-col gap-2">
      <div className="grid grid-cols-6 gap-1 max-sm:grid-cols-5">
        {scaleAround(fromBase(aroundMm, 'length', unit)).map((v) => {
          const text = numberText(v, locale, 4);
          return (
            <Button
              key={text}
              className="min-h-11 flex-col px-1 touch-manipulation"
              aria-label={`one of ${text} ${unit}`}
              onClick={() => {
                onTap(text);
                navigator.vibrate?.(12);
              }}
            >
              <b className="leading-none">{text}</b>
              <span className="text-small leading-none text-soft" data-tapped={text}>
                {words.filter((w) => w === text).length || ''}
              </span>
            </Button>
          );
        })}
      </div>
      {onUndo && (
        <Button kind="link" className="self-start" onClick={onUndo}>
          take the last one back
        </Button>
      )}
    </section>
  );
}
