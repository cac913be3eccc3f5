'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import type { ReactNode } from 'react';
import { Link } from '@/ui/Link';

/** A desk of the left column; marked when its screen is open. */
export function DeskLink({ href, children }: { href: string; children: ReactNode }) {
  const path = usePathname();
  const here = href === '/' ? path === '/' : path.startsWith(href);
  return (
    <Link
      href={href}
      aria-current={here ? 'page' : undefined}
      className={`flex flex-col items-center gap-0.5 border-l-[3px] px-1 py-2 no-underline max-sm:border-t-[3px] max-sm:border-l-0 max-sm:px-2 max-sm:py-1.5 ${here ? 'border-deep font-bold text-ink' : 'border-transparent text-soft hover:text-ink'}`}
    >
      {children}
    </Link>
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
