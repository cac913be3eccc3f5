'use client';

import { useState } from 'react';
import { Button } from '@/ui/Button';

/** Sends labels to the label printer; says what came of it. */
export function PrintLabels({
  what,
  word = 'to the label printer',
}: {
  what: { lot: number } | { day: number };
  word?: string;
}) {
  const [said, setSaid] = useState<{ text: string; bad: boolean } | null>(null);
  const [busy, setBusy] = useState(false);
  const print = async () => {
    setBusy(true);
    setSaid(null);
    try {
      const r = await fetch('/api/print', { method: 'POST', body: JSON.stringify(what) });
      const a = (await r.json()) as { labels?: number; message?: string; todo?: string };
      setSaid(
        r.ok
          ? { text: `${a.labels} ${a.labels === 1 ? 'label' : 'labels'} printed`, bad: false }
          : { text: `${a.message ?? 'It was not printed.'} ${a.todo ?? ''}`.trim(), bad: true },
      );
    } catch {
      setSaid({ text: 'No connection: nothing was printed. Try again.', bad: true });
    }
    setBusy(false);
  };
  return (
    <>
      <Button kind="link" disabled={busy} onClick={() => void print()}>
        {word}
      </Button>
      {said && (
        <span role="status" className={`ml-2 text-small ${said.bad ? 'text-hand' : 'text-soft'}`}>
          {said.text}
        </span>
      )}
    </>
  );
}
