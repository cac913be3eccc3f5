'use client';

import { DeadCurve } from '@/client/DeadCurve';
import { decimals, grouped } from '@/core/quantities/format';
import type { LivingHolding } from '@/server/stock/livingStock';

/** Dead of each round against what was expected of it: points on a ribbon, those out of it called; what now would give. */
export function PickCurve({
  watch,
  now,
  timeZone,
}: {
  watch: NonNullable<LivingHolding['watch']>;
  now: number;
  timeZone: string;
}) {
  return (
    <figure className="mt-3" data-testid="pick-curve">
      <figcaption className="text-body font-bold">Dead a round, on what was expected</figcaption>
      <DeadCurve
        points={watch.rounds.map((r) => ({ ...r, dead: r.picked, called: r.verdict !== null }))}
        next={watch.now}
        of="round"
        now={now}
        timeZone={timeZone}
      />
      <p className="quiet text-small">
        A round now would find {grouped(watch.now.low)} to {grouped(watch.now.high)}; its dead run at{' '}
        {watch.level < 0.95 || watch.level > 1.05 ? `${decimals(watch.level, 1)} times` : 'about'} what Reference
        expects.
      </p>
    </figure>
  );
}
