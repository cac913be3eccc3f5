'use client';

import { type ReactNode, useEffect, useRef } from 'react';
import { HOUR_MS } from '@/core/time/spans';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { useCorrecting } from '../act/correcting';
import { mark } from '../act/halfFilled';
import { ActFoot, Barred } from '../act/useAct';
import type { ActFormOf } from './useActForm';

/**
 * The frame of every act's form: what was left half filled, its fields, when and by whom, what came of it, the button.
 * Where the act corrects an entry, it asks why.
 */
export function Form<I>({
  of: f,
  label,
  needs = [],
  eventIsDrawn = false,
  className = 'flex flex-col gap-3',
  children,
}: {
  of: ActFormOf<I>;
  label: string;
  /** What is wanted besides fields that are empty or cannot be read, in a few words each; said beside the button. */
  needs?: readonly (string | false | null | undefined)[];
  /** When and by whom is drawn among the fields. */
  eventIsDrawn?: boolean;
  className?: string;
  children: ReactNode;
}) {
  const self = useRef(Symbol('form'));
  const { done } = f.act;
  // Recorded, or gone from the page: nothing of it is half filled any more.
  useEffect(() => {
    const own = self.current;
    if (done) mark(own, false);
    return () => mark(own, false);
  }, [done]);
  // Nobody fills a form that cannot be sent.
  if (f.act.barred) return <Barred act={f.act} />;
  return (
    <form
      className={className}
      // What is typed anew is kept as a draft; a correction is not, and who leaves it is asked.
      onInput={() => f.correcting && mark(self.current, true)}
      onSubmit={(e) => {
        e.preventDefault();
        f.send();
      }}
    >
      <LeftHalfFilled of={f} />
      {children}
      <Below of={f} label={label} needs={needs} eventIsDrawn={eventIsDrawn} />
    </form>
  );
}

/** Drawn after the fields: only then is it known which of them there are. */
function Below<I>({
  of: f,
  label,
  needs,
  eventIsDrawn,
}: {
  of: ActFormOf<I>;
  label: string;
  needs: readonly (string | false | null | undefined)[];
  eventIsDrawn: boolean;
}) {
  const correcting = useCorrecting();
  const wanting = [
    ...new Set([...needs, ...f.wants, f.event?.error && 'the time', correcting?.reason.trim() === '' && 'why']),
  ].filter((n): n is string => Boolean(n));
  return (
    <>
      {!eventIsDrawn && f.event?.view(f.act.errorOn('at'))}
      {correcting && (
        <TextField
          label="Why"
          value={correcting.reason}
          onChange={correcting.setReason}
          error={f.act.errorOn('reason')}
          hint="It stays beside the entry"
        />
      )}
      <ActFoot act={f.act} label={correcting ? 'Correct it' : label} disabled={wanting.length > 0} needs={wanting} />
    </>
  );
}

/** What was typed at another time and not recorded. */
function LeftHalfFilled<I>({ of: { draft } }: { of: ActFormOf<I> }) {
  if (!draft) return null;
  return (
    <p
      className="flex flex-wrap items-baseline gap-x-3 border-l-[3px] border-strong pl-3 text-body"
      data-testid="draft"
    >
      <span>Left half filled {ago(Date.now() - draft.typedAt)}, not recorded.</span>
      <Button kind="link" onClick={draft.takeUp}>
        Take it up
      </Button>
      <Button kind="link" onClick={draft.drop}>
        Drop it
      </Button>
    </p>
  );
}

/** By the browser's own clock: that of the hatchery may be set to another day. */
const ago = (ms: number) =>
  ms < 90_000 ? 'just now' : ms < HOUR_MS ? `${Math.round(ms / 60_000)} min ago` : `${Math.round(ms / HOUR_MS)} h ago`;
