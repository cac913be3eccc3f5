'use client';

import { Check } from 'lucide-react';
import { Checkbox as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

/** Yes or no, as a box alone: within a label that says what. */
export function Checkbox({
  checked,
  onChange,
  disabled,
  ...rest
}: {
  checked: boolean;
  onChange: (v: boolean) => void;
  disabled?: boolean;
  'aria-label'?: string;
}) {
  return (
    <Radix.Root
      className="inline-flex size-[1.15rem] flex-none cursor-pointer items-center justify-center rounded-[3px] border border-strong bg-sheet text-sheet hover:border-ink disabled:cursor-default disabled:opacity-50 data-[state=checked]:border-deep data-[state=checked]:bg-deep"
      checked={checked}
      disabled={disabled}
      onCheckedChange={(v) => onChange(v === true)}
      {...rest}
    >
      <Radix.Indicator>
        <Check size={14} strokeWidth={3} aria-hidden />
      </Radix.Indicator>
    </Radix.Root>
  );
}

/** Yes or no, with its words beside it. */
export function Tick({
  checked,
  onChange,
  disabled,
  children,
}: {
  checked: boolean;
  onChange: (v: boolean) => void;
  disabled?: boolean;
  children: ReactNode;
}) {
  return (
    <label className="flex cursor-pointer items-center gap-2">
      <Checkbox checked={checked} onChange={onChange} disabled={disabled} />
      {children}
    </label>
  );
}
