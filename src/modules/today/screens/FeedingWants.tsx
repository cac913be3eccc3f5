'use client';

import { Link } from '@/ui/Link';
import type { FirstThing } from './firstThings';

const tones = {
  grave: 'border-l-hand text-hand',
  overdue: 'border-l-careful text-careful',
  now: 'border-l-deep',
};

/** What feeding, water and ponds want, between the spawning day and the walk. */
export function FeedingWants({ things }: { things: readonly FirstThing[] }) {
  if (things.length === 0) return null;
  return (
    <section aria-label="Feeding and water" className="mb-4">
      <h2 className="border-b border-strong pb-0.5">
        Feeding and water{' '}
        <Link className="link text-body font-normal" href="/rearing/feeding">
          the day as a board
        </Link>
      </h2>
      <ul>
        {things.map((t) => (
          <li key={t.key} data-tone={t.tone} className={`border-b border-rule border-l-[3px] pl-2 ${tones[t.tone]}`}>
            <Link className="flex min-h-[40px] items-center gap-3 text-inherit no-underline" href={t.href}>
              <b className="w-[4.5rem] flex-none text-ink">{t.who}</b>
              <span className="min-w-0 flex-1">{t.says}</span>
              {t.when && <span className="flex-none pr-2 text-small">{t.when}</span>}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
