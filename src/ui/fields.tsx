'use client';

import { cx } from 'class-variance-authority';
import { type ComponentProps, type ReactNode, useId } from 'react';
import { Input } from './Input';

/** A labelled field with its error below; `path` is the field's path in the payload, so that a refusal finds it. */
export function Field({
  label,
  error,
  hint,
  children,
  className = '',
}: {
  label: ReactNode;
  error?: string | null;
  hint?: string;
  children: (p: { id: string; 'aria-invalid'?: boolean; 'aria-describedby'?: string }) => ReactNode;
  className?: string;
}) {
  const id = useId();
  const about = error || hint ? `${id}-about` : undefined;
  return (
    <div className={cx('field', className)}>
      <label htmlFor={id}>{label}</label>
      {children({ id, 'aria-invalid': error ? true : undefined, 'aria-describedby': about })}
      {(error || hint) && (
        <span id={about} className={`text-small ${error ? 'text-loss' : 'text-soft'}`}>
          {error || hint}
        </span>
      )}
    </div>
  );
}

export type About = { label: string; error?: string | null; hint?: string; className?: string };

export function TextField({
  label,
  value,
  onChange,
  error,
  hint,
  className,
  ...rest
}: About & { value: string; onChange: (v: string) => void } & Omit<ComponentProps<'input'>, 'onChange' | 'value'>) {
  return (
    <Field label={label} error={error} hint={hint} className={className}>
      {(p) => <Input {...p} {...rest} value={value} onChange={(e) => onChange(e.target.value)} />}
    </Field>
  );
}
