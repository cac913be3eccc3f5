import { cx } from 'class-variance-authority';
import type { ComponentProps } from 'react';

/** A table of the trade: rules, no boxes; columns of numbers have the class `num`. */
export function Table({ className, ...rest }: ComponentProps<'table'>) {
  return <table className={cx('ledger', className)} {...rest} />;
}
