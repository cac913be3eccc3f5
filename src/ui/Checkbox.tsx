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
    <label className="flex cursor-pointer items-center gap-2 pointer-coarse:py-2.5">
      <Checkbox checked={checked} onChange={onChange} disabled={disabled} />
      {children}
    </label>
  );
}

/** Any of several, each with its tick. @param below one below the other */
export function Ticks<V extends string | number>({
  label,
  options,
  has,
  put,
  error,
  below = false,
  empty,
}: {
  label: string;
  options: readonly { value: V; label: ReactNode }[];
  has: (v: V) => boolean;
  put: (v: V, on: boolean) => void;
  error?: string | null;
  below?: boolean;
  /** What is said where there is none to tick. */
  empty?: string;
}) {
  return (
    <fieldset className="field">
      <legend className="label mb-1 text-small text-soft">{label}</legend>
      <div className={below ? 'flex flex-col' : 'flex flex-wrap gap-x-4 gap-y-1'}>
        {options.map((o) => (
          <Tick key={o.value} checked={has(o.value)} onChange={(on) => put(o.value, on)}>
            <span>{o.label}</span>
          </Tick>
        ))}
      </div>
      {options.length === 0 && empty && <p className="quiet">{empty}</p>}
      {error && <span className="text-small text-loss">{error}</span>}
    </fieldset>
  );
}
