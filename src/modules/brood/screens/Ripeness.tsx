import { dayMonth } from '@/core/time/localDay';
import type { BroodFish } from '../views/brood';

/** The last sign seen of a fish, when, and what its neighbours say of it. */
export function Ripeness({ f, now, timeZone }: { f: BroodFish; now: number; timeZone: string }) {
  if (f.gone) return <span className="text-soft">{f.gone}</span>;
  const beside = f.besideRipe.length > 0 && (
    <span className="block text-small text-deep" title={`${f.besideRipe.join(', ')}: ripe, in the same unit`}>
      beside ripe {f.besideRipe.slice(0, 2).join(', ')}
      {f.besideRipe.length > 2 && ` and ${f.besideRipe.length - 2} more`}: look at him
    </span>
  );
  if (!f.ripeness)
    return (
      <span className="text-soft">
        not looked at
        {beside}
      </span>
    );
  return (
    <span className="whitespace-nowrap">
      <span
        className={
          f.ripeness.old
            ? 'text-soft'
            : f.ripeness.ready
              ? 'font-bold text-deep'
              : f.ripeness.over
                ? 'font-bold text-loss'
                : ''
        }
      >
        {f.ripeness.name}
      </span>
      <span className="ml-1.5 text-small text-soft">{dayMonth(f.ripeness.at, timeZone, now)}</span>
      {beside}
    </span>
  );
}
