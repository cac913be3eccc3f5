'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { TROUBLE } from '@/client/send';

/** How often it is asked whether Morula records; more often while it does not. */
const EVERY_MS = 30_000;
const WHILE_AWAY_MS = 3000;

/** Says at the head of every page that nothing is being recorded, while Morula does not reach its books. */
export function RecordingBar() {
  const router = useRouter();
  const [away, setAway] = useState(false);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    const ask = async () => {
      clearTimeout(timer);
      // Without a connection at all the log line says so, and keeps what is recorded.
      const status = await fetch('/api/health', { cache: 'no-store' }).then(
        (r) => r.status,
        () => 0,
      );
      setAway((before) => {
        if (before && status === 200) router.refresh();
        return status === 503;
      });
      timer = setTimeout(() => void ask(), status === 503 ? WHILE_AWAY_MS : EVERY_MS);
    };
    const trouble = () => void ask();
    timer = setTimeout(() => void ask(), EVERY_MS);
    window.addEventListener(TROUBLE, trouble);
    return () => {
      clearTimeout(timer);
      window.removeEventListener(TROUBLE, trouble);
    };
  }, [router]);
  if (!away) return null;
  return (
    <p role="alert" className="border-b border-strong bg-hand-wash px-4 py-2 font-semibold" data-testid="not-recording">
      Nothing is being recorded just now: Morula does not reach its books and is trying again. What was recorded is
      safe; what you type stays here.
    </p>
  );
}
