'use client';

import { cx } from 'class-variance-authority';
import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { type ComponentProps, type ReactNode, useState } from 'react';

/**
 * What is folded away until it is wanted, below its name.
 * @param open that it must be seen, whoever folded it
 */
export function Fold({
  title,
  open = false,
  children,
  className,
  ...rest
}: { title: ReactNode; open?: boolean; children: ReactNode } & Omit<ComponentProps<'div'>, 'title'>) {
  const [wanted, setWanted] = useState(open);
  const shown = open || wanted;
  return (
    <Collapsible.Root open={shown} onOpenChange={setWanted} className={cx(className)} {...rest}>
      <Collapsible.Trigger className="group inline-flex cursor-pointer items-start gap-1 text-left max-sm:min-h-11 max-sm:items-center">
        <ChevronRight size={16} className="mt-[0.2em] flex-none group-data-[state=open]:rotate-90" aria-hidden />
        <span>{title}</span>
      </Collapsible.Trigger>
      {/* It stays on the page: what was typed in it is kept, and goes with its form. */}
      <Collapsible.Content forceMount hidden={!shown}>
        {children}
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
