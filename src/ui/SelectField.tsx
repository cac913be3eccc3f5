'use client';

import type { ComponentProps } from 'react';
import { type About, Field } from './fields';
import { NamedSelect, type Option, Select } from './Select';

/** A labelled list to choose one from. */
export function SelectField<T extends string>({
  label,
  value,
  onChange,
  options,
  error,
  hint,
  className,
  empty,
  disabled,
}: About & {
  value: T | '';
  onChange: (v: T) => void;
  options: readonly Option<T>[];
  empty?: string;
  disabled?: boolean;
}) {
  return (
    <Field label={label} error={error} hint={hint} className={className}>
      {(p) => <Select {...p} value={value} onChange={onChange} options={options} empty={empty} disabled={disabled} />}
    </Field>
  );
}

/** A choice in a form that is sent by its address. */
export function NamedSelectField<T extends string>({
  label,
  className,
  ...rest
}: { label: string; className?: string } & ComponentProps<typeof NamedSelect<T>>) {
  return (
    <Field label={label} className={className}>
      {(p) => <NamedSelect {...p} {...rest} />}
    </Field>
  );
}
