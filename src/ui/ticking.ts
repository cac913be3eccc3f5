import { useEffect, useState } from 'react';

/** The time of day, ms, brought up to date as often as told while `running`. */
export function useTicking(everyMs: number, running = true): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!running) return;
    setNow(Date.now());
    const tick = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(tick);
  }, [everyMs, running]);
  return now;
}

/** Minutes and seconds of a count-down. */
export const minutesAndSeconds = (s: number): string =>
  `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, '0')}`;
