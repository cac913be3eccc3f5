'use client';

import { useEffect, useRef, useState } from 'react';

export type LedgerLine = { id: string; at: number; word: string; says: string; voided: boolean };

/** The last entries of a lot up to an instant, fetched once the pointer rests; null while they are on their way. */
export function useLedgerAt(lotId: number, at: number): LedgerLine[] | null {
  const known = useRef(new Map<string, LedgerLine[]>());
  const key = `${lotId} ${at}`;
  const [shown, setShown] = useState<{ key: string; lines: LedgerLine[] } | null>(null);
  useEffect(() => {
    const before = known.current.get(key);
    if (before) {
      setShown({ key, lines: before });
      return;
    }
    const stop = new AbortController();
    const timer = setTimeout(async () => {
      try {
        const r = await fetch(`/api/ledger?lot=${lotId}&at=${at}`, { signal: stop.signal });
        if (!r.ok) return;
        const lines = (await r.json()) as LedgerLine[];
        known.current.set(key, lines);
        setShown({ key, lines });
      } catch {
        // Moved on, or no connection: the numbers stand without their entries.
      }
    }, 120);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [key, lotId, at]);
  return shown?.key === key ? shown.lines : null;
}
