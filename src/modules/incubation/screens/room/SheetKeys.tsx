'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

/** What carries a name in its data, whatever signs are in the name. */
const marked = (data: 'sheet' | 'unit', name: string) =>
  [...document.querySelectorAll<HTMLElement>(`[data-${data}]`)].find((e) => e.dataset[data] === name);

/** An opened unit takes the focus, so that its acts are the next keys; Esc closes it and goes back to where it stood. */
export function SheetKeys({ unit, close }: { unit: string; close: string }) {
  const router = useRouter();
  useEffect(() => {
    // Whoever is typing goes on typing.
    if (!document.activeElement?.closest('input, textarea, select'))
      marked('sheet', unit)?.focus({ preventScroll: true });
    const key = (e: KeyboardEvent) => {
      const at = e.target as HTMLElement;
      if (e.key !== 'Escape' || at.closest('input, textarea, select, [role=dialog], [role=menu]')) return;
      e.preventDefault();
      const tile = marked('unit', unit);
      (tile?.matches('a, button') ? tile : (tile?.querySelector<HTMLElement>('a, button') ?? null))?.focus();
      router.push(close, { scroll: false });
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [unit, close, router]);
  return null;
}
