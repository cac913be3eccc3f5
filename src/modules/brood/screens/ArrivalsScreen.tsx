'use client';

import { useState } from 'react';
import type { PlaceOption } from '@/client/holding';
import { useSession } from '@/client/session';
import { sumOf } from '@/core/brood/batch';
import type { Barred } from '@/core/health/barred';
import { figures, grouped } from '@/core/quantities/format';
import { clock } from '@/core/time/localDay';
import { ArriveForm } from '@/modules/brood/acts/arrive/form';
import { SortForm } from '@/modules/brood/acts/sort/form';
import { TagForm } from '@/modules/brood/acts/tagOut/form';
import { TreatBroodForm } from '@/modules/health/acts/treatBrood/form';
import { Button } from '@/ui/Button';
import type { ArrivalsView } from '../views/arrivals';
import { BroodTabs } from './BroodTabs';
import { FateRulesForm } from './FateRulesForm';
import { bySex, type OfRun, Run } from './Run';
import { Ends, Kills, Returns } from './RunEnds';
import { SpeciesNav } from './SpeciesNav';
import { Standing } from './Standing';
import { Surplus } from './Surplus';

type Open = { what: 'arrive' | 'rules' } | { what: OfRun; batch: number } | null;
const words = {
  arrive: 'Adults that came',
  rules: 'Rules for surplus fish',
  sort: 'Sort',
  tag: 'Tag donors',
  treat: 'Treat',
};

/** Adults that come in runs, and how each of them ends: against what may be held, returned, used. */
export function ArrivalsScreen({
  species,
  list,
  view,
  places,
  strains,
  barred,
  mayWrite,
  mayRule,
}: {
  species: { id: string; name: string };
  list: { id: string; name: string }[];
  view: ArrivalsView;
  places: readonly PlaceOption[];
  strains: readonly string[];
  /** What of a run still waits in a withdrawal, by run. */
  barred: ReadonlyMap<number, readonly Barred[]>;
  mayWrite: boolean;
  mayRule: boolean;
}) {
  const [open, setOpen] = useState<Open>(null);
  const chosen = open && 'batch' in open ? view.batches.find((b) => b.id === open.batch) : undefined;
  const { held } = view.totals;
  return (
    <div className={`grid min-h-full ${open ? 'grid-cols-[minmax(0,1fr)_400px] max-lg:grid-cols-1' : ''}`}>
      <section className="min-w-0 px-6 py-4 max-sm:px-3 max-lg:order-2" aria-label="Arrivals and ends">
        <BroodTabs here="arrivals" species={species.id} />
        <SpeciesNav list={list} here={species.id} path="/brood/arrivals" />
        <p className="mb-1" data-testid="arrivals-says">
          <span className="text-figure leading-none font-bold">{grouped(sumOf(held))}</span> {species.name} adults are
          held
          <span className="text-soft">: {bySex(held)}</span>
          <Pace view={view} />
        </p>
        {mayWrite && (
          <p className="mb-3 flex flex-wrap gap-2">
            <Button kind="main" onClick={() => setOpen({ what: 'arrive' })}>
              Record fish that came
            </Button>
            {mayRule && <Button onClick={() => setOpen({ what: 'rules' })}>Rules for surplus fish</Button>}
          </p>
        )}
        <div
          className={`grid gap-8 ${open ? 'grid-cols-1' : 'grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] max-xl:grid-cols-1'}`}
        >
          <div>
            <h2 className="border-b-2 border-deep/40 pb-0.5">Runs</h2>
            {view.batches.length === 0 ? (
              <p className="quiet py-2">
                No run of {species.name} was counted in yet. Trap, net or lift: count them by sex, then sort them.
              </p>
            ) : (
              <ul>
                {view.batches.slice(0, 60).map((b) => (
                  <Run
                    key={b.id}
                    b={b}
                    mayWrite={mayWrite}
                    barred={barred.get(b.id) ?? []}
                    onOpen={(what) => setOpen({ what, batch: b.id })}
                  />
                ))}
              </ul>
            )}
            <Standing list={view.standing} />
          </div>
          <div>
            <Ends view={view} />
            <Surplus days={view.surplus} species={species.id} />
            <Kills view={view} />
            <Returns view={view} />
          </div>
        </div>
      </section>
      {open && mayWrite && (
        <aside
          aria-label={words[open.what]}
          className="border-l border-rule bg-sheet px-5 py-4 max-lg:border-b max-lg:border-l-0 max-sm:px-3"
        >
          <div className="mb-3 flex items-baseline justify-between">
            <h2 className="text-title">
              {words[open.what]}
              {chosen ? ` ${chosen.name}` : ''}
            </h2>
            <Button kind="link" onClick={() => setOpen(null)}>
              Close
            </Button>
          </div>
          {open.what === 'arrive' && <ArriveForm species={species} places={places} />}
          {open.what === 'rules' && <FateRulesForm species={species} season={view.season} rules={view.rules} />}
          {open.what === 'sort' && chosen && <SortForm key={chosen.id} batch={chosen} />}
          {open.what === 'treat' && chosen && (
            <TreatBroodForm
              key={chosen.id}
              of={{ batch: chosen.id, name: chosen.name, waits: chosen.waits ? sumOf(chosen.waits) : 0 }}
            />
          )}
          {open.what === 'tag' && chosen && <TagForm key={chosen.id} batch={chosen} strains={strains} />}
        </aside>
      )}
    </div>
  );
}

function Pace({ view }: { view: ArrivalsView }) {
  const { timeZone } = useSession();
  const { came, worked, perHour, doneAt } = view.today;
  if (came === 0 && worked === 0) return null;
  return (
    <span className="text-soft">
      ; today {grouped(came)} came, {grouped(worked)} sorted
      {perHour !== null && `, ${figures(perHour, 2)} an hour`}
      {doneAt !== null && `: the rest is done about ${clock(doneAt, timeZone)}`}
    </span>
  );
}
