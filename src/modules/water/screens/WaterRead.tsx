import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import type { HandWater } from '../views/handWater';

/** What was read last in a tank's water, and what to do where it is off. */
export function WaterRead({ of, now, timeZone }: { of: readonly HandWater[]; now: number; timeZone: string }) {
  if (of.length === 0) return null;
  const when = (at: number) =>
    isoDay(at, timeZone) === isoDay(now, timeZone) ? clock(at, timeZone) : dayMonth(at, timeZone, now);
  return (
    <section className="mb-3 border-b border-rule pb-2" aria-label="Water read by hand">
      <ul>
        {of.map((w) => (
          <li
            key={w.kind}
            data-water={w.kind}
            className={w.is === 'off' ? 'text-loss' : w.is === 'good' ? '' : 'text-soft'}
          >
            <span className={w.is === 'off' ? 'font-semibold' : ''}>{w.says}</span>{' '}
            <span className="text-small text-soft">{when(w.at)}</span>
            {w.todo && <span className="block text-small">{w.todo}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
