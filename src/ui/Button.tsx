import { cva, cx, type VariantProps } from 'class-variance-authority';
import { Slot } from 'radix-ui';
import type { ComponentProps } from 'react';

const looks = cva('', {
  variants: {
    kind: {
      plain: 'button',
      /** The one that the screen is for: at most one in sight. */
      main: 'button main',
      /** Within words. */
      link: 'link cursor-pointer',
      /** A picture alone; it needs an `aria-label`. */
      icon: 'inline-flex cursor-pointer items-center justify-center p-1 text-soft hover:text-ink disabled:opacity-30',
      /** Without clothes: something drawn that can be pressed. */
      bare: 'cursor-pointer',
    },
  },
  defaultVariants: { kind: 'plain' },
});

export type ButtonKind = NonNullable<VariantProps<typeof looks>['kind']>;

/**
 * Everything that is pressed. It sends no form unless `type` says so.
 * @param asChild lends its looks to the one child, such as a link that leads elsewhere
 */
export function Button({
  kind,
  asChild = false,
  className,
  ...rest
}: ComponentProps<'button'> & { kind?: ButtonKind; asChild?: boolean }) {
  const clothes = cx(looks({ kind }), className) || undefined;
  return asChild ? <Slot.Root className={clothes} {...rest} /> : <button type="button" className={clothes} {...rest} />;
}
