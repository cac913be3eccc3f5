'use client';

import type { ReactNode } from 'react';
import type { useEventFields } from './inputs';
import { type Act, ActFoot } from './useAct';

/** The frame of every act: its fields, when and by whom, what came of it, and the button. */
export function ActForm({
  act,
  event,
  onSend,
  label,
  disabled,
  fields,
  className = 'flex flex-col gap-3',
  children,
}: {
  act: Act;
  /** Time and measurer, where the act asks for them. */
  event?: ReturnType<typeof useEventFields>;
  onSend: () => void;
  label: string;
  disabled?: boolean;
  fields?: readonly string[];
  className?: string;
  children: ReactNode;
}) {
  return (
    <form
      className={className}
      onSubmit={(e) => {
        e.preventDefault();
        if (!disabled) onSend();
      }}
    >
      {children}
      {event?.view(act.errorOn('at'))}
      <ActFoot act={act} label={label} disabled={disabled} fields={fields} />
    </form>
  );
}
