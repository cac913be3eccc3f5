'use client';

import { useRouter } from 'next/navigation';
import { Dialog } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { useShorthands } from '@/client/useActForms';

const keys = [
  ['/', 'to the log line'],
  ['1 to 6', 'stations of the life line: brood, eggs, yolk-sac, fry, fingerlings, gone out'],
  ['t, f, b, k, r', 'Today, Flow, Calculators, Reference, Records'],
  ['w', 'working of the number that has the focus, or of the first on the page'],
  ['?', 'this help'],
  ['Esc', 'closes and clears'],
] as const;

const pages: Record<string, string> = { t: '/', f: '/flow', b: '/calculators', k: '/reference', r: '/records' };

/** Keys that work wherever nobody is typing, and the page that lists them. */
export function Shortcuts({ hrefs }: { hrefs: string[] }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const shorthands = useShorthands() ?? [];
  const before = useRef<HTMLElement | null>(null);
  useEffect(() => {
    const show = () => {
      before.current = document.activeElement as HTMLElement | null;
      setOpen(true);
    };
    const key = (e: KeyboardEvent) => {
      if (
        e.ctrlKey ||
        e.metaKey ||
        e.altKey ||
        (e.target as HTMLElement).closest('input, textarea, select, [contenteditable], [role=dialog]')
      )
        return;
      const station = hrefs[Number(e.key) - 1];
      if (/^[1-6]$/.test(e.key) && station) router.push(station);
      else if (pages[e.key]) router.push(pages[e.key]!);
      else if (e.key === '?') show();
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', key);
    window.addEventListener('morula:help', show);
    return () => {
      window.removeEventListener('keydown', key);
      window.removeEventListener('morula:help', show);
    };
  }, [router, hrefs]);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/40" />
        <Dialog.Content
          className="fixed top-1/2 left-1/2 z-30 max-h-[85vh] w-[min(680px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto border border-strong bg-sheet p-6"
          aria-describedby={undefined}
          onCloseAutoFocus={(e) => {
            // Back to where the hands were; the page itself where nothing had the focus, or what had it is gone.
            e.preventDefault();
            const last = before.current;
            (last && last !== document.body && last.isConnected ? last : document.getElementById('main'))?.focus();
          }}
        >
          <Dialog.Title className="mb-3 text-[1.15rem] font-bold">Keys and the log line</Dialog.Title>
          <table className="ledger mb-5">
            <tbody>
              {keys.map(([k, says]) => (
                <tr key={k}>
                  <td className="w-[9rem] font-mono">{k}</td>
                  <td>{says}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <table className="ledger">
            <tbody>
              {shorthands.map((f) => (
                <tr key={f.verb}>
                  <td className="w-[24rem] font-mono">{f.form}</td>
                  <td>{f.says}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="quiet mt-3">Numbers are in your own units; any unit may be typed: 46 F, 2.5 qt, 1 lb 3 oz.</p>
          <Dialog.Close className="button mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
