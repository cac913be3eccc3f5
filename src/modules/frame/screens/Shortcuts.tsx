'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { useShorthands } from '@/client/act/useActForms';
import { Dialog } from '@/ui/Dialog';
import { Table } from '@/ui/Table';

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
    <Dialog
      title="Keys and the log line"
      open={open}
      onOpenChange={setOpen}
      // Back to where the hands were; the page itself where nothing had the focus, or what had it is gone.
      returnTo={() => {
        const last = before.current;
        return last && last !== document.body && last.isConnected ? last : document.getElementById('main');
      }}
    >
      <Table className="mb-5">
        <tbody>
          {keys.map(([k, says]) => (
            <tr key={k}>
              <td className="w-[9rem] font-mono">{k}</td>
              <td>{says}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Table>
        <tbody>
          {shorthands.map((f) => (
            <tr key={f.verb}>
              <td className="w-[24rem] font-mono">{f.form}</td>
              <td>{f.says}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="quiet mt-3">Numbers are in your own units; any unit may be typed: 46 F, 2.5 qt, 1 lb 3 oz.</p>
    </Dialog>
  );
}
