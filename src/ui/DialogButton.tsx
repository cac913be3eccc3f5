'use client';

import { type ReactNode, useState } from 'react';
import { Button, type ButtonKind } from './Button';
import { Dialog } from './Dialog';

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
