'use client';

import { useState } from 'react';
import type { PlaceOption } from '@/client/holding';
import { figures, grouped } from '@/core/quantities/format';
import type { Species } from '@/core/species/species';
import { KeepForm } from '@/modules/brood/acts/keepApart/form';
import { Button } from '@/ui/Button';
import { Input } from '@/ui/Input';
import { Link } from '@/ui/Link';
import { NamedSelectField } from '@/ui/SelectField';
import { Table } from '@/ui/Table';
import type { NextBrood, NextLot } from '../views/nextBrood';
import { BroodTabs } from './BroodTabs';
import { SpeciesNav } from './SpeciesNav';

/** How the next generation of parents is composed so far, and what is still lacking. */
export function NextScreen({
  species,
  list,
  view,
  places,
  mayWrite,
}: {
  species: Pick<Species, 'id' | 'name' | 'stages' | 'checks'>;
  list: { id: string; name: string }[];
  view: NextBrood;
  places: readonly PlaceOption[];
  mayWrite: boolean;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const most = Math.max(1, ...view.families.map((f) => f.kept + f.wanted));
  const lacking = view.families.filter((f) => f.wanted > 0);
  const key = (l: NextLot) => `${l.lotId} ${l.unitId} ${l.stage}`;
  const chosen = view.lots.find((l) => key(l) === open);
  return (
    <div
      className={`grid min-h-full ${chosen && mayWrite ? 'grid-cols-[minmax(0,1fr)_380px] max-lg:grid-cols-1' : ''}`}
    >
      <section className="min-w-0 px-6 py-4 max-sm:px-3 max-lg:order-2" aria-label="Next generation">
        <BroodTabs here="next" species={species.id} />
        <SpeciesNav list={list} here={species.id} path="/brood/next" />
        <form className="mb-3 flex flex-wrap items-end gap-4" action="/brood/next">
          <Input type="hidden" name="species" value={species.id} />
          <NamedSelectField
            label="Season"
            name="season"
            defaultValue={view.season}
            options={[...new Set([view.season, ...view.seasons])].map((s) => ({ value: s, label: s }))}
          />
          <label className="field">
            <span className="label">To be kept in all</span>
            <Input className="max-w-[8rem]" name="target" inputMode="numeric" defaultValue={view.target} />
          </label>
          <Button type="submit">Show</Button>
        </form>
        <p className="mb-3" data-testid="next-says">
          <span className="text-figure leading-none font-bold">{view.keptFamilies}</span> of {view.families.length}{' '}
          families are kept
          {view.effectiveSize !== null && <>, effective size {figures(view.effectiveSize, 3)}</>}
          {view.possible !== null && (
            <span className="text-soft">; an equal share of each would make {figures(view.possible, 3)}</span>
          )}
          {lacking.length > 0 && <span className="text-hand">; {lacking.length} still lack their share</span>}
        </p>
        {view.families.length === 0 ? (
          <p className="quiet">
            No lot of {species.name} of {view.season} with known parents is alive. Families are known from the take on.
          </p>
        ) : (
          <div
            className={`grid gap-8 ${chosen && mayWrite ? 'grid-cols-1' : 'grid-cols-[minmax(0,1fr)_minmax(0,1fr)] max-xl:grid-cols-1'}`}
          >
            <div>
              <h2 className="border-b-2 border-deep/40 pb-0.5">Families</h2>
              <Table>
                <thead>
                  <tr>
                    <th>female × males</th>
                    <th className="num">alive</th>
                    <th className="num">kept</th>
                    <th className="num">still</th>
                    <th />
                  </tr>
                </thead>
                <tbody>
                  {view.families.map((f) => (
                    <tr key={f.family} data-family={f.label}>
                      <td>{f.label}</td>
                      <td className="num text-soft">{grouped(f.alive)}</td>
                      <td className="num font-bold">{grouped(f.kept)}</td>
                      <td className={`num ${f.wanted > 0 ? 'text-hand' : 'text-soft'}`}>
                        {f.wanted > 0 ? grouped(f.wanted) : ''}
                      </td>
                      <td className="w-[110px]">
                        <svg width={110} height={9} aria-hidden="true">
                          <rect width={(110 * (f.kept + f.wanted)) / most} height={9} fill="var(--rule)" />
                          <rect width={(110 * Math.min(f.kept, most)) / most} height={9} fill="var(--deep)" />
                        </svg>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Table>
              <p className="quiet mt-1 text-small">
                By shares of the lots, assuming equal survival of families. In a mixed lot a family is kept with all
                others of it; numbers kept must outlive the years to breeding.
              </p>
            </div>
            <div>
              <h2 className="border-b-2 border-deep/40 pb-0.5">Where they stand</h2>
              <Table>
                <thead>
                  <tr>
                    <th>lot</th>
                    <th>in</th>
                    <th className="num">number</th>
                    <th className="num">families</th>
                    <th className="num">keep apart</th>
                    <th />
                  </tr>
                </thead>
                <tbody>
                  {view.lots.map((l) => (
                    <tr key={key(l)} data-lot={l.lot} className={open === key(l) ? 'bg-sheet' : ''}>
                      <td>
                        <Link className="link" href={`/lots/${l.lotId}`}>
                          {l.lot}
                        </Link>
                      </td>
                      <td>{l.unit}</td>
                      <td className="num">{grouped(l.number)}</td>
                      <td className="num text-soft">{l.families}</td>
                      <td className={`num ${l.wanted > 0 ? 'font-bold text-hand' : 'text-soft'}`}>
                        {l.brood ? 'kept' : l.wanted > 0 ? grouped(l.wanted) : ''}
                      </td>
                      <td>
                        {mayWrite && !l.brood && (
                          <Button kind="link" onClick={() => setOpen(key(l))}>
                            keep
                          </Button>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </div>
          </div>
        )}
      </section>
      {chosen && mayWrite && (
        <aside
          aria-label="Keep apart"
          className="border-l border-rule bg-sheet px-5 py-4 max-lg:border-b max-lg:border-l-0 max-sm:px-3"
        >
          <div className="mb-3 flex items-baseline justify-between">
            <h2 className="text-title">
              {chosen.lot}, {chosen.unit}
            </h2>
            <Button kind="link" onClick={() => setOpen(null)}>
              Close
            </Button>
          </div>
          <KeepForm
            key={open}
            number={chosen.wanted}
            places={places}
            h={{
              unitId: chosen.unitId,
              unit: chosen.unit,
              lotId: chosen.lotId,
              lot: chosen.lot,
              stage: chosen.stage,
              stageName: species.stages.find((s) => s.id === chosen.stage)?.name ?? chosen.stage,
              number: chosen.number,
              can: [],
              stages: species.stages,
              checks: species.checks,
            }}
          />
        </aside>
      )}
    </div>
  );
}
