'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { RECORDED, type RecordedDetail, SAID, type SaidDetail, send } from '@/client/send';
import { judgedSays } from '@/core/incubation/verdicts';
import { withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import type { Held } from '@/server/stock/numbers/heldNow';
import type { ToastShown } from '@/ui/Toast';

// Nothing is recorded on most pages: it comes when it is wanted.
const Toasts = dynamic(() => import('@/ui/Toast').then((m) => m.Toasts), { ssr: false });

/** A little less than the ten seconds within which the server takes an undo from everyone. */
const UNDO_MS = 9500;
/** Older ones give way. */
const MOST = 3;

/** What the books hold once something was recorded, whichever way it came, and what a form said that closed itself. */
export function Recorded() {
  const router = useRouter();
  const [list, setList] = useState<readonly (ToastShown & { at: number })[]>([]);
  useEffect(() => {
    const show = (id: string, entry: string | undefined, title: string, held: boolean, body?: string) => {
      const undo = async () => {
        await send('entry.correct', { entryId: entry! });
        router.refresh();
      };
      const toast = {
        id,
        at: Date.now(),
        title,
        body,
        action: entry
          ? { word: 'Take it back', does: 'Correct the entry in the ledger to take it back', onDo: () => void undo() }
          : undefined,
      };
      setList((before) => {
        // What the books hold stands above what the form said of the same record.
        const same = held ? undefined : before.find((t) => t.id === id);
        const both = same ? { ...same, body: [same.body, title].filter(Boolean).join(' ') } : toast;
        return [...before.filter((t) => t.id !== id), both].slice(-MOST);
      });
      // The offer ends when the server's does.
      setTimeout(() => setList((now) => now.map((t) => (t.id === id ? { ...t, action: undefined } : t))), UNDO_MS);
    };
    const recorded = (e: Event) => {
      const d = (e as CustomEvent<RecordedDetail | null>).detail;
      if (d && d.held.length > 0)
        show(d.id, d.entry, d.held.map(holds).join('; '), true, d.held.map(meant).join('') || undefined);
    };
    const said = (e: Event) => {
      const d = (e as CustomEvent<SaidDetail>).detail;
      show(d.id, d.entry, d.says, false);
    };
    window.addEventListener(RECORDED, recorded);
    window.addEventListener(SAID, said);
    return () => {
      window.removeEventListener(RECORDED, recorded);
      window.removeEventListener(SAID, said);
    };
  }, [router]);
  if (list.length === 0) return null;
  return <Toasts list={list} onGone={(id) => setList((now) => now.filter((t) => t.id !== id))} />;
}

/** @example "J3 holds 12 340 ±410 eggs" */
function holds(h: Held): string {
  if (h.number === 0) return `${h.unit} is empty of ${h.lot}`;
  const n = withDoubt(h.number, Z95 * h.sd);
  return `${h.unit} holds ${n.number}${n.half ? ` ±${n.half}` : ''} ${h.stage}`;
}

/** What a round means: nothing is added where it fits its pattern but that it does. */
function meant({ round }: Held): string {
  if (!round) return '';
  const off = round.picked > round.high ? 'high' : round.picked < round.low ? 'low' : null;
  return off ? judgedSays({ ...round, off }).trim() : 'As expected.';
}
