import { cx } from 'class-variance-authority';
import type { ComponentProps } from 'react';

/**
 * One line to type in.
 * @param bare without clothes, in a place that has its own
 */
export function Input({ bare = false, className, ...rest }: ComponentProps<'input'> & { bare?: boolean }) {
  return <input className={rest.type === 'hidden' ? undefined : cx(!bare && 'input', className)} {...rest} />;
}

/** Several lines to type in. */
export function TextArea({ className, ...rest }: ComponentProps<'textarea'>) {
  return <textarea className={cx('input', className)} {...rest} />;
}
