'use client';

import { cva } from 'class-variance-authority';
import { X } from 'lucide-react';
import { AlertDialog, Dialog as Radix } from 'radix-ui';
import { type KeyboardEvent, type ReactNode, useRef, useState } from 'react';
import { Button, type ButtonKind } from './Button';

const box = cva('fixed z-30 overflow-auto bg-sheet', {
  variants: {
    side: {
      middle:
        'top-1/2 left-1/2 max-h-[88vh] w-[min(600px,94vw)] -translate-x-1/2 -translate-y-1/2 border border-strong p-6',
      /** Along the edge: what it is about stays in sight. */
      edge: 'top-0 right-0 h-dvh w-[min(440px,100vw)] border-l border-strong p-5',
    },
  },
  defaultVariants: { side: 'middle' },
});

/**
 * Something that is looked at or filled before the page is gone on with. `Esc` and the cross close it, and the focus goes
 * back to what opened it.
 * @param trigger what opens it; without one `open` says when
 * @param returnTo where the focus goes instead, when it closes
 */
export function Dialog({
  title,
  trigger,
  open,
  onOpenChange,
  side = 'middle',
  returnTo,
  children,
}: {
  title: ReactNode;
  trigger?: ReactNode;
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
  side?: 'middle' | 'edge';
  returnTo?: () => HTMLElement | null;
  children: ReactNode;
}) {
  const cross = useRef<HTMLButtonElement>(null);
  // A notice of what was recorded lies above it and takes the first `Esc` for itself: one is to be enough. What is open
  // within (a list, a calendar) is closed by its own.
  const onEscape = (e: KeyboardEvent<HTMLElement>) => {
    if (e.key !== 'Escape' || !e.currentTarget.contains(e.target as Node)) return;
    if (!document.querySelector('[data-radix-popper-content-wrapper]')) cross.current?.click();
  };
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      {trigger && <Radix.Trigger asChild>{trigger}</Radix.Trigger>}
      <Radix.Portal>
        {side === 'middle' && <Radix.Overlay className="fixed inset-0 z-20 bg-black/40" />}
        <Radix.Content
          className={box({ side })}
          aria-describedby={undefined}
          onKeyDown={onEscape}
          onCloseAutoFocus={
            returnTo &&
            ((e) => {
              e.preventDefault();
              returnTo()?.focus();
            })
          }
        >
          <div className="mb-3 flex items-start justify-between gap-3">
            <Radix.Title className="text-lead font-bold">{title}</Radix.Title>
            <Radix.Close ref={cross} className="cursor-pointer p-1 text-soft hover:text-ink" aria-label="Close">
              <X size={20} />
            </Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** A question that must be answered before anything else happens; `Esc` stays. */
export function StayOrGo({
  open,
  title,
  says,
  stay,
  go,
  onStay,
  onGo,
}: {
  open: boolean;
  title: string;
  says: string;
  stay: string;
  go: string;
  onStay: () => void;
  onGo: () => void;
}) {
  return (
    <AlertDialog.Root open={open} onOpenChange={(o) => !o && onStay()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <AlertDialog.Content className="fixed top-1/2 left-1/2 z-50 w-[min(440px,92vw)] -translate-x-1/2 -translate-y-1/2 border border-strong bg-sheet p-5">
          <AlertDialog.Title className="mb-1 text-lead font-bold">{title}</AlertDialog.Title>
          <AlertDialog.Description className="mb-4">{says}</AlertDialog.Description>
          <div className="flex gap-3">
            <AlertDialog.Cancel className="button main">{stay}</AlertDialog.Cancel>
            <AlertDialog.Action className="button" onClick={onGo}>
              {go}
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}

/** A word that opens something at the edge to be filled, which closes it once it is done. */
export function DialogButton({
  word,
  title,
  kind = 'link',
  children,
}: {
  word: string;
  title: string;
  kind?: ButtonKind;
  children: (done: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog title={title} side="edge" open={open} onOpenChange={setOpen} trigger={<Button kind={kind}>{word}</Button>}>
      {children(() => setOpen(false))}
    </Dialog>
  );
}
