'use client';

import { Timer } from 'lucide-react';
import { useEffect, useState } from 'react';
import { plain } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { Button } from '@/ui/Button';

/** Counts the seconds that a fish is out of the water; one tap when it is lifted, one when it is back. */
export function AirClock({ seconds, onStop }: { seconds: number | null; onStop: (s: number) => void }) {
  const [from, setFrom] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (from === null) return;
    const tick = setInterval(() => setNow(Date.now()), 200);
    return () => clearInterval(tick);
  }, [from]);
  const running = from === null ? seconds : Math.max(0, Math.round((now - from) / 1000));
  const most = thresholds.airSeconds.value;
  const long = running !== null && running > most;
  return (
    <div className="flex items-center gap-3">
      <Button
        className={`${from === null ? '' : 'border-hand bg-hand-wash'}`}
        onClick={() => {
          if (from === null) {
            setFrom(Date.now());
            setNow(Date.now());
          } else {
            onStop(Math.round((Date.now() - from) / 1000));
            setFrom(null);
          }
        }}
      >
        <Timer size={17} aria-hidden /> {from === null ? 'Out of the water' : 'Back in the water'}
      </Button>
      {running !== null && (
        <span className={long ? 'font-bold text-loss' : 'text-soft'} role="timer">
          {plain(running)} s in air{long ? `, above ${plain(most)} s: back into water` : ''}
        </span>
      )}
    </div>
  );
}
