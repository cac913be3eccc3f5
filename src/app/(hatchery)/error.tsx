'use client';

import { Button } from '@/ui/Button';
/** What happened, that nothing is lost, what to do. */
export default function HatcheryError({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <div className="px-6 py-6">
      <h1 className="mb-2">This page could not be made.</h1>
      <p className="mb-3">
        Nothing that was recorded is lost. {error.digest && `The fault has the number ${error.digest}.`}
      </p>
      <Button kind="main" onClick={reset}>
        Try again
      </Button>
    </div>
  );
}
