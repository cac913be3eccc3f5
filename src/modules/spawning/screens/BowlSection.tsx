'use client';

import type { PlaceOption } from '@/client/holding';
import { PrintLabels } from '@/client/PrintLabels';
import { useSession } from '@/client/session';
import { clock } from '@/core/time/localDay';
import { LayDownForm } from '@/modules/incubation/acts/layDown/form';
import { Button } from '@/ui/Button';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import type { DayBowl, DayView } from '../views/day';
import { BowlSteps } from './BowlSteps';
import { Materials } from './Materials';

/** A bowl or nest with its parents, steps, materials, and what was counted of it. */
export function BowlSection({
  view,
  b,
  now,
  onCount,
  onLayDown,
}: {
  view: DayView;
  b: DayBowl;
  now: number;
  onCount: (() => void) | null;
  onLayDown: (() => void) | null;
}) {
  const { timeZone } = useSession();
  return (
    <section
      id={`bowl-${b.bowl}`}
      data-bowl={b.bowl}
      aria-label={`Bowl ${b.bowl}`}
      className="border-b border-rule py-3"
    >
      <div className="mb-1 flex flex-wrap items-baseline gap-x-4">
        <span className="text-title font-bold">{b.bowl}</span>
        <span>
          {b.females.map((f) => (b.nest ? f.tag : `${f.tag} (${Math.round(f.massG)} g)`)).join(', ')} ×{' '}
          {b.males.map((m) => m.tag).join(', ')}
        </span>
        <span className="text-soft">
          {b.nest ? 'on a nest' : b.how}, {clock(b.at, timeZone)}
        </span>
        {b.take ? (
          <span className="ml-auto">
            <Link className="link font-bold" href={`/lots/${b.take.lotId}`}>
              {b.take.lot}
            </Link>{' '}
            <Doubtful number={b.take.eggs} sd={b.take.sd} /> eggs
            <a className="link ml-3" href={`/print/labels/${b.take.lotId}`} target="_blank" rel="noopener">
              labels
            </a>{' '}
            {onLayDown && <PrintLabels what={{ lot: b.take.lotId }} word="print" />}
            {b.take.waiting > 0 && onLayDown && (
              <Button className="ml-3" onClick={onLayDown}>
                Lay down
              </Button>
            )}
          </span>
        ) : (
          onCount &&
          !view.closed && (
            <Button className="ml-auto" onClick={onCount}>
              Count
            </Button>
          )
        )}
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,22rem)] gap-6 max-xl:grid-cols-1">
        <BowlSteps view={view} bowl={b} now={now} />
        <Materials view={view} bowl={b} />
      </div>
    </section>
  );
}

/** What was counted goes into its units; those of the plan stand first. */
export function LayDownBowl({
  view,
  bowl,
  places,
  close,
}: {
  view: DayView;
  bowl: DayBowl;
  places: readonly PlaceOption[];
  close: () => void;
}) {
  const { take } = bowl;
  if (!take || take.waiting === 0)
    return (
      <p className="quiet">
        All its eggs are laid down.{' '}
        <Button kind="link" onClick={close}>
          Close
        </Button>
      </p>
    );
  const planned = view.plan.units;
  const first = places.filter((p) => planned.includes(p.id)).map((p) => ({ ...p, room: 'as planned' }));
  return (
    <LayDownForm
      h={{
        unitId: take.unitId,
        unit: take.unit,
        lotId: take.lotId,
        lot: take.lot,
        stage: view.book.stages[0]!.id,
        stageName: view.book.stages[0]!.name,
        number: take.waiting,
        can: ['picked'],
        stages: view.book.stages,
        checks: view.book.checks,
      }}
      places={[...first, ...places.filter((p) => !planned.includes(p.id))]}
      totalVolumeMl={take.volumeMl}
    />
  );
}
