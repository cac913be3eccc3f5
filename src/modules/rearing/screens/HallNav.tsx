import type { ReactNode } from 'react';
import { Link } from '@/ui/Link';

const pages = [
  { href: '/rearing', word: 'Rearing hall' },
  { href: '/rearing/feeding', word: 'Feeding day' },
  { href: '/rearing/first-feeding', word: 'First feeding' },
  { href: '/rearing/live-food', word: 'Live food' },
  { href: '/rearing/store', word: 'Feed store' },
  { href: '/rearing/growth', word: 'Growth' },
  { href: '/rearing/grading', word: 'Grading' },
  { href: '/rearing/selection', word: 'Selection' },
  { href: '/rearing/appetite', word: 'Appetite' },
] as const;

/** From one page of rearing to the others. @param here the one that is looked at; null for one behind them */
export function HallNav({ here, children }: { here: (typeof pages)[number]['href'] | null; children?: ReactNode }) {
  return (
    <nav
      aria-label="Of rearing"
      className="ml-auto flex flex-wrap gap-x-4 gap-y-1 max-sm:ml-0 max-sm:w-full max-sm:gap-y-4"
    >
      {pages
        .filter((p) => p.href !== here)
        .map((p) => (
          <Link key={p.href} className="link" href={p.href}>
            {p.word}
          </Link>
        ))}
      {children}
    </nav>
  );
}
