import { clock } from '@/core/time/localDay';
import { dueWords } from '@/modules/spawning/screens/span';
import type { DayWant } from '@/modules/spawning/views/daysNow';
import { Link } from '@/ui/Link';

/** What the open spawning days want now and in the hours to come, before the walk: a female that runs does not wait. */
export function SpawningWants({ wants, now, timeZone }: { wants: readonly DayWant[]; now: number; timeZone: string }) {
  const days = [...new Map(wants.map((w) => [w.day, w.dayName]))];
  return days.map(([day, name]) => (
    <section key={day} className="mb-5" aria-label={`Spawning day, ${name}`}>
      <h2 className="border-b border-strong py-1.5">
        <Link href={`/spawning/${day}`} className="text-ink no-underline hover:underline">
          Spawning day
        </Link>
        <span className="ml-3 text-small font-normal text-soft">{name}</span>
      </h2>
      <ul>
        {wants
          .filter((w) => w.day === day)
          .map((w) => (
            <li
              key={w.key}
              className={`border-b border-rule ${w.now ? `border-l-[3px] ${w.late ? 'border-l-careful' : 'border-l-deep'}` : 'pl-[3px]'}`}
            >
              <Link
                href={`/spawning/${day}`}
                className="flex flex-wrap items-baseline gap-x-3 px-2 py-2 text-ink no-underline hover:bg-deep-wash"
              >
                <span className="min-w-[3.9rem] flex-none font-bold">{w.who}</span>
                <span className={`min-w-0 flex-1 ${w.late ? 'text-careful' : ''}`}>{w.says}</span>
                <span
                  className={`flex-none tabular-nums ${w.late ? 'font-bold text-careful' : w.now ? 'font-bold text-deep' : 'text-soft'}`}
                >
                  {dueWords(w, now)}
                </span>
                <span className="w-[3.2rem] flex-none text-right text-soft max-sm:hidden">{clock(w.at, timeZone)}</span>
              </Link>
            </li>
          ))}
      </ul>
    </section>
  ));
}
