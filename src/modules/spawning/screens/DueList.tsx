'use client';

import type { DayDue } from '@/core/spawning/due';
import { clock } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import { dueWords } from './span';

/** What is wanted next; the first of it large. */
export function DueList({
  due,
  now,
  timeZone,
  onOpen,
}: {
  due: DayDue[];
  now: number;
  timeZone: string;
  onOpen: (d: DayDue) => void;
}) {
  if (due.length === 0) return <p className="quiet mb-4">Nothing is due on this day.</p>;
  return (
    <ol aria-label="Next" className="mb-4 border-t border-strong">
      {due.slice(0, 6).map((d) => (
        <li
          key={d.key}
          data-due={d.key}
          data-late={d.late}
          className={`border-b border-rule ${d.late ? 'bg-hand-wash' : ''}`}
        >
          <Button
            kind="bare"
            className="flex w-full flex-wrap items-baseline gap-x-4 px-2 py-1.5 text-left hover:bg-deep-wash"
            onClick={() => {
              onOpen(d);
              if ('bowl' in d.about)
                document.getElementById(`bowl-${d.about.bowl}`)?.scrollIntoView({ block: 'center' });
            }}
          >
            <span
              className={`w-[8.5rem] flex-none text-lead font-bold ${d.late ? 'text-hand' : d.now ? 'text-deep' : 'font-normal text-soft'}`}
              role={d.now ? 'alert' : undefined}
            >
              {dueWords(d, now)}
            </span>
            <span className="w-[6.5rem] flex-none font-bold">{d.who}</span>
            <span className="min-w-0 flex-1 max-sm:basis-full">{d.says}</span>
            <span className="flex-none text-soft max-sm:hidden">
              {d.now && d.at >= now - 60_000 ? '' : clock(d.at, timeZone)}
            </span>
          </Button>
        </li>
      ))}
    </ol>
  );
}
