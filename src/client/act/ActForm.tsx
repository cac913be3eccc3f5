'use client';

import { type ReactNode, useEffect, useRef } from 'react';
import { TextField } from '@/ui/fields';
import type { useEventFields } from '../when';
import { useCorrecting } from './correcting';
import { mark } from './halfFilled';
import { ActFoot, type AnyAct, Barred } from './useAct';

/**
 * The frame of every act: its fields, when and by whom, what came of it, and the button. Where the act puts an entry
 * right, it asks why.
 */
export function ActForm({
  act,
  event,
  onSend,
  label,
  disabled,
  needs = [],
  className = 'flex flex-col gap-3',
  children,
}: {
  act: AnyAct;
  /** Time and measurer, where the act asks for them. */
  event?: ReturnType<typeof useEventFields>;
  onSend: () => void;
  label: string;
  disabled?: boolean;
  /** What is still to be given before it can be sent, in a few words each; said beside the button. */
  needs?: readonly (string | false | null | undefined)[];
  className?: string;
  children: ReactNode;
}) {
  const correcting = useCorrecting();
  const self = useRef(Symbol('form'));
  // Recorded, or gone from the page: nothing of it is half filled any more.
  useEffect(() => {
    const own = self.current;
    if (act.done) mark(own, false);
    return () => mark(own, false);
  }, [act.done]);
  // Nobody fills a form that cannot be sent.
  if (act.barred) return <Barred act={act} />;
  const wanting = [...needs, event?.error && 'the time', correcting?.reason.trim() === '' && 'why'].filter(
    (n): n is string => Boolean(n),
  );
  const held = disabled || wanting.length > 0;
  return (
    <form
      className={className}
      onInput={() => mark(self.current, true)}
      onSubmit={(e) => {
        e.preventDefault();
        if (!held) onSend();
      }}
    >
      {children}
      {event?.view(act.errorOn('at'))}
      {correcting && (
        <TextField
          label="Why"
          value={correcting.reason}
          onChange={correcting.setReason}
          error={act.errorOn('reason')}
          hint="It stays beside the entry"
        />
      )}
      <ActFoot act={act} label={correcting ? 'Correct it' : label} disabled={held} needs={wanting} />
    </form>
  );
}
