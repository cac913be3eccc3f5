'use client';

import { X } from 'lucide-react';
import { Toast as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

export type ToastShown = {
  id: string;
  title: ReactNode;
  body?: ReactNode;
  /** What takes it back, while it may be. */
  action?: { word: string; does: string; onDo: () => void };
};

/** Long enough to be read by who is working; a pointer on it, or the focus in it, keeps it. */
const SHOWN_MS = 8000;

/** What was just recorded, in a corner of its own: said once, gone by itself. */
export function Toasts({ list, onGone }: { list: readonly ToastShown[]; onGone: (id: string) => void }) {
  return (
    <Radix.Provider duration={SHOWN_MS} swipeDirection="left" label="Recorded">
      {list.map((t) => (
        <Radix.Root
          key={t.id}
          onOpenChange={(open) => !open && onGone(t.id)}
          className="flex items-start gap-3 border border-strong bg-sheet py-2 pr-1.5 pl-3 shadow-lg"
        >
          <div className="min-w-0 flex-1">
            <Radix.Title className="font-bold">{t.title}</Radix.Title>
            {t.body && <Radix.Description className="text-body">{t.body}</Radix.Description>}
          </div>
          {t.action && (
            <Radix.Action
              altText={t.action.does}
              className="link flex-none cursor-pointer py-1 text-body"
              onClick={t.action.onDo}
            >
              {t.action.word}
            </Radix.Action>
          )}
          <Radix.Close aria-label="Close" className="flex-none cursor-pointer p-1 text-soft hover:text-ink">
            <X size={16} aria-hidden />
          </Radix.Close>
        </Radix.Root>
      ))}
      <Radix.Viewport className="no-print fixed bottom-[3.6rem] left-[88px] z-40 flex w-[min(400px,calc(100vw-1.5rem))] flex-col gap-2 max-sm:bottom-[7.5rem] max-sm:left-3" />
    </Radix.Provider>
  );
}
