'use client';

import { Ellipsis } from 'lucide-react';
import { usePathname, useSearchParams } from 'next/navigation';
import type { ReactNode } from 'react';
import { Button } from '@/ui/Button';
import { Link } from '@/ui/Link';
import { Menu, MenuLink } from '@/ui/Menu';

const DESK =
  'flex flex-col items-center gap-0.5 border-l-[3px] px-1 py-2 no-underline max-sm:border-t-[3px] max-sm:border-l-0 max-sm:px-1 max-sm:py-1.5';
const HERE = 'border-deep font-bold text-ink';
const ELSEWHERE = 'border-transparent text-soft hover:text-ink';

/** A desk of the left column; marked when its screen is open. @param seldom on a phone it stands behind *More* */
export function DeskLink({ href, seldom = false, children }: { href: string; seldom?: boolean; children: ReactNode }) {
  const path = usePathname();
  const here = href === '/' ? path === '/' : path.startsWith(href);
  return (
    <Link
      href={href}
      aria-current={here ? 'page' : undefined}
      className={`${DESK} ${seldom ? 'max-sm:hidden' : ''} ${here ? HERE : ELSEWHERE}`}
    >
      {children}
    </Link>
  );
}

/** On a phone: the desks for which its bar has no room. */
export function MoreDesks({ desks }: { desks: readonly { href: string; word: string; icon: ReactNode }[] }) {
  const path = usePathname();
  const here = desks.some((d) => path.startsWith(d.href));
  return (
    <Menu
      trigger={
        <Button kind="bare" className={`${DESK} ${here ? HERE : ELSEWHERE}`}>
          <Ellipsis size={20} strokeWidth={1.8} aria-hidden />
          <span className="text-mark">More</span>
        </Button>
      }
    >
      {desks.map((d) => (
        <MenuLink key={d.href} href={d.href} here={path.startsWith(d.href)}>
          {d.icon} {d.word}
        </MenuLink>
      ))}
    </Menu>
  );
}

/** A station of the life line; marked when one of its screens is open. */
export function StationLink({
  href,
  station,
  label,
  children,
}: {
  href: string;
  station: string;
  label: string;
  children: ReactNode;
}) {
  const path = usePathname();
  const stage = useSearchParams().get('stage');
  const here =
    station === 'brood'
      ? path.startsWith('/brood') || path.startsWith('/spawning')
      : station === 'gone'
        ? path.startsWith('/moves')
        : station === 'eggs'
          ? path.startsWith('/rooms') && stage !== 'yolksac'
          : station === 'yolksac'
            ? path.startsWith('/rooms') && stage === 'yolksac'
            : path.startsWith('/rearing') && (stage === station || (!stage && station === 'fry'));
  return (
    <Link
      href={href}
      title={label}
      aria-current={here ? 'page' : undefined}
      className={`relative flex min-w-[7rem] flex-col justify-center gap-0.5 px-3 py-2 text-ink no-underline max-sm:min-w-0 max-sm:flex-none max-sm:px-2.5 max-sm:py-1 ${here ? 'bg-deep-wash' : 'hover:bg-ground'}`}
    >
      {children}
    </Link>
  );
}
