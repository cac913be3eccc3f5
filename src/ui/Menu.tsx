'use client';

import { Check } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { Link } from './Link';

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

/** Another screen, behind the word of a menu. */
export function MenuLink({ href, here = false, children }: { href: string; here?: boolean; children: ReactNode }) {
  return (
    <DropdownMenu.Item asChild>
      <Link
        href={href}
        aria-current={here ? 'page' : undefined}
        className={`flex cursor-pointer items-center gap-3 px-3 py-2 text-body text-ink no-underline outline-none data-highlighted:bg-deep-wash pointer-coarse:py-3 ${here ? 'font-bold' : ''}`}
      >
        {children}
      </Link>
    </DropdownMenu.Item>
  );
}

/** One of several that may be on together: the menu stays open while they are ticked. */
export function MenuTick({
  checked,
  onChange,
  children,
}: {
  checked: boolean;
  onChange: (on: boolean) => void;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.CheckboxItem
      className="relative cursor-pointer py-2 pr-3 pl-8 text-body outline-none data-highlighted:bg-deep-wash pointer-coarse:py-3"
      checked={checked}
      onCheckedChange={onChange}
      onSelect={(e) => e.preventDefault()}
    >
      <DropdownMenu.ItemIndicator className="absolute left-3">
        <Check size={15} aria-hidden />
      </DropdownMenu.ItemIndicator>
      {children}
    </DropdownMenu.CheckboxItem>
  );
}

export const MenuRule = () => <DropdownMenu.Separator className="my-1 border-t border-rule" />;
