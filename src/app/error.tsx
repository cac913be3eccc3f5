'use client';

import { useEffect } from 'react';
import { Button } from '@/ui/Button';

/** What happened, that nothing is lost, what to do; tries again by itself. */
export default function Trouble({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  useEffect(() => {
    const timer = setInterval(async () => {
      const back = await fetch('/api/health', { cache: 'no-store' }).then(
        (r) => r.ok,
        () => false,
      );
      if (back) window.location.reload();
    }, 5000);
    return () => clearInterval(timer);
  }, []);
  return (
    <div className="px-6 py-6">
      <h1 className="mb-2">This page could not be made.</h1>
      <p className="mb-3">
        Nothing that was recorded is lost; while this stands nothing is being recorded. It is tried again by itself.{' '}
        {error.digest && `The fault has the number ${error.digest}.`}
      </p>
      <Button kind="main" onClick={reset}>
        Try again
      </Button>
    </div>
  );
}
