'use client';

import { useEffect } from 'react';
import type { Early } from './script';

/** Once the page's program is there: what was typed before it stands in its fields, and what was pressed is pressed. */
export function EarlyHands() {
  useEffect(() => {
    const holder = window as Window & { early?: Early };
    const { early } = holder;
    if (!early) return;
    delete holder.early;
    early.stop();
    for (const [field, value] of early.typed) typeAgain(field, value);
    const { pressed } = early;
    if (!pressed) return;
    // What was typed is drawn first: a button that waits for it is free only then.
    const soon = setTimeout(() => pressed.isConnected && pressed.click());
    return () => clearTimeout(soon);
  }, []);
  return null;
}

/** Types a value as a person does: past React's own setter, which would take it for what it wrote itself. */
function typeAgain(field: HTMLInputElement | HTMLTextAreaElement, value: string): void {
  if (!field.isConnected) return;
  const kind = field instanceof HTMLTextAreaElement ? HTMLTextAreaElement : HTMLInputElement;
  const set = Object.getOwnPropertyDescriptor(kind.prototype, 'value')!.set!;
  // Were it the value that React knows, it would be heard by nobody.
  set.call(field, '');
  field.dispatchEvent(new Event('input', { bubbles: true }));
  set.call(field, value);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}
