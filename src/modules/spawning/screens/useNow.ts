'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { useSession } from '@/client/session';

/** How often the page asks anew: temperatures and other people move the clocks. */
const FRESH_MS = 60_000;

/** The server's clock, going on in the browser; the page is read anew every minute. */
export function useNow(everyMs = 1000): number {
  const { now: served } = useSession();
  const router = useRouter();
  const [now, setNow] = useState(served);
  useEffect(() => {
    const from = performance.now();
    setNow(served);
    const tick = setInterval(() => setNow(served + performance.now() - from), everyMs);
    const fresh = setInterval(() => router.refresh(), FRESH_MS);
    return () => {
      clearInterval(tick);
      clearInterval(fresh);
    };
  }, [served, everyMs, router]);
  return now;
}
