import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { drains } from '../acts/drain/act';
import type { DrainOpen } from '../views/drains';
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

/** That the drain of a tank is not shut, where its other figures stand. */
export function DrainLine({ of, timeZone }: { of: DrainOpen | undefined; timeZone: string }) {
  if (!of) return null;
  return (
    <p className="mb-3 border-b border-rule pb-2 font-semibold text-hand" data-testid="drain">
      {drains[of.state]} since {clock(of.since, timeZone)}: say when it is shut
    </p>
  );
}
