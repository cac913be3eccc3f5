'use client';

import { type ReactNode, useId } from 'react';

/** A labelled field with its error below; `path` is the field's path in the payload, so that a refusal finds it. */
export function Field({
  label,
  error,
  hint,
  children,
  className = '',
}: {
  label: string;
  error?: string | null;
  hint?: string;
  children: (p: { id: string; 'aria-invalid'?: boolean; 'aria-describedby'?: string }) => ReactNode;
  className?: string;
}) {
  const id = useId();
  const about = error || hint ? `${id}-about` : undefined;
  return (
    <div className={`field ${className}`}>
      <label htmlFor={id}>{label}</label>
      {children({ id, 'aria-invalid': error ? true : undefined, 'aria-describedby': about })}
      {(error || hint) && (
        <span id={about} className={`text-[0.87rem] ${error ? 'text-loss' : 'text-soft'}`}>
          {error || hint}
        </span>
      )}
    </div>
  );
}

export function TextField({
  label,
  value,
  onChange,
  error,
  hint,
  className,
  ...rest
}: {
  label: string;
  value: string;
  onChange: (v: string) => void;
  error?: string | null;
  hint?: string;
  className?: string;
} & Omit<React.ComponentProps<'input'>, 'onChange' | 'value'>) {
  return (
    <Field label={label} error={error} hint={hint} className={className}>
      {(p) => <input {...p} {...rest} className="input" value={value} onChange={(e) => onChange(e.target.value)} />}
    </Field>
  );
}

export function SelectField<T extends string>({
  label,
  value,
  onChange,
  options,
  error,
  hint,
  className,
  empty,
}: {
  label: string;
  value: T | '';
  onChange: (v: T) => void;
  options: readonly { value: T; label: string; group?: string }[];
  error?: string | null;
  hint?: string;
  className?: string;
  empty?: string;
}) {
  const groups = [...new Set(options.map((o) => o.group))];
  const list = (g: string | undefined) =>
    options
      .filter((o) => o.group === g)
      .map((o) => (
        <option key={o.value} value={o.value}>
          {o.label}
        </option>
      ));
  return (
    <Field label={label} error={error} hint={hint} className={className}>
      {(p) => (
        <select {...p} className="input" value={value} onChange={(e) => onChange(e.target.value as T)}>
          {(empty !== undefined || value === '') && <option value="">{empty ?? 'choose'}</option>}
          {groups.map((g) =>
            g === undefined ? (
              list(g)
            ) : (
              <optgroup key={g} label={g}>
                {list(g)}
              </optgroup>
            ),
          )}
        </select>
      )}
    </Field>
  );
}

/** One of a few, all in sight. */
export function Choice<T extends string>({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: T;
  onChange: (v: T) => void;
  options: readonly { value: T; label: string }[];
}) {
  const name = useId();
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-1" role="radiogroup" aria-label={label}>
      {options.map((o) => (
        <label key={o.value} className="flex cursor-pointer items-center gap-1.5">
          <input
            type="radio"
            name={name}
            className="accent-[var(--deep)]"
            checked={value === o.value}
            onChange={() => onChange(o.value)}
          />
          {o.label}
        </label>
      ))}
    </div>
  );
}

/** Yes or no, with its words beside it. */
export function Tick({
  checked,
  onChange,
  children,
}: {
  checked: boolean;
  onChange: (v: boolean) => void;
  children: ReactNode;
}) {
  return (
    <label className="flex cursor-pointer items-center gap-2">
      <input
        type="checkbox"
        className="accent-[var(--deep)]"
        checked={checked}
        onChange={(e) => onChange(e.target.checked)}
      />
      {children}
    </label>
  );
}
