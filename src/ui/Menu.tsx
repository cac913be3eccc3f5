'use client';

import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

/** What one may do, behind one word or picture. */
export function Menu({ trigger, about, children }: { trigger: ReactNode; about?: ReactNode; children: ReactNode }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-40 min-w-[230px] border border-strong bg-sheet py-1"
        >
          {about && <DropdownMenu.Label className="px-3 py-1 text-small text-soft">{about}</DropdownMenu.Label>}
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

export function MenuItem({ onSelect, children }: { onSelect: () => void; children: ReactNode }) {
  return (
    <DropdownMenu.Item
      className="cursor-pointer px-3 py-2 text-body outline-none data-highlighted:bg-deep-wash pointer-coarse:py-3"
      onSelect={onSelect}
    >
      {children}
    </DropdownMenu.Item>
  );
}

export const MenuRule = () => <DropdownMenu.Separator className="my-1 border-t border-rule" />;
