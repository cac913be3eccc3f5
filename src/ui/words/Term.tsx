'use client';

import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { terms } from './terms';

/** A word that a newcomer may not know: pointed at or pressed, it explains itself in a sentence. */
export function Term({ of, children }: { of: keyof typeof terms; children: ReactNode }) {
  return (
    <Popover.Root>
      <Popover.Trigger
        className="cursor-help underline decoration-dotted decoration-1 underline-offset-3 pointer-coarse:-my-3 pointer-coarse:py-3"
        title={terms[of]}
      >
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-50 max-w-[20rem] border border-strong bg-sheet px-3 py-2 text-small shadow-lg"
        >
          {terms[of]}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
