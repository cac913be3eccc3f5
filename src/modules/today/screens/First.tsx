'use client';

import { ChevronRight } from 'lucide-react';
import { Link } from '@/ui/Link';
import type { FirstThing } from './firstThings';

const edges = { grave: 'border-l-hand', overdue: 'border-l-careful', now: 'border-l-deep' };
const words = { grave: 'text-hand', overdue: 'text-careful', now: 'text-deep' };

/** The things that matter most, before the walk; nothing where all goes its way. @param more so many others there are */
export function First({ things, more }: { things: readonly FirstThing[]; more: number }) {
  if (things.length === 0) return null;
  return (
    <section className="mb-5" aria-label="First">
      <ol className="grid gap-2">
        {things.map((t) => (
          <li key={t.key} data-tone={t.tone}>
            <Link
              href={t.href}
              className={`flex items-baseline gap-x-4 border border-rule border-l-[4px] bg-sheet px-3 py-2 text-ink no-underline hover:bg-deep-wash ${edges[t.tone]}`}
            >
              <b className="w-[6.2rem] flex-none text-lead max-sm:w-[5rem]">{t.who}</b>
              <span className="min-w-0 flex-1">{t.says}</span>
              {t.when && <b className={`flex-none ${words[t.tone]}`}>{t.when}</b>}
              <ChevronRight size={18} className="flex-none self-center text-soft" aria-hidden />
            </Link>
          </li>
        ))}
      </ol>
      {more > 0 && (
        <p className="mt-1.5 text-small text-soft" data-testid="and-more">
          and {more} more, marked below
        </p>
      )}
    </section>
  );
}
