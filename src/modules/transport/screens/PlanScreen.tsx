'use client';

import { useSession } from '@/client/session';
import { useSeek } from '@/client/useSeek';
import { Worked } from '@/client/Working';
import { decimals, grouped, withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { massOfOne } from '@/core/quantities/reader';
import type { Allocation } from '@/core/release/allocate';
import { Button } from '@/ui/Button';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import { HaulForm } from '../acts/save/form';
import type { HaulRow } from '../hauls';
import type { ReleasePlan } from '../views/plan';
import { SiteMap } from './SiteMap';

type Proposed = Allocation & { warnings?: string[] };

/** Which lot goes where: what is wanted, what stands, a proposal, and what binds it. */
export function PlanScreen({ of: plan, last }: { of: ReleasePlan; last?: HaulRow }) {
  const { units, role } = useSession();
  const us = units === 'us';
  const { found: proposed, ...solver } = useSeek<Proposed>('release.allocate', plan.asked);
  const may = role === 'manager' || role === 'culturist';
  const open = plan.sites.filter((s) => s.target !== null && s.target > s.done);
  const free = plan.lots.filter((l) => l.barred === '');
  const promised = new Map<string, number>();
  for (const s of proposed?.shipments ?? []) promised.set(s.site, (promised.get(s.site) ?? 0) + s.number);
  const lotOf = (id: string) => plan.lots.find((l) => l.id === id)!;
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Release plan">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>Release plan</h1>
        <p className="text-lead text-soft">
          {open.length === 0
            ? plan.sites.length === 0
              ? 'No release sites yet.'
              : 'Every target of this season is met.'
            : `${known(
                open.reduce((s, x) => s + x.target! - x.done, 0),
                Math.hypot(...open.map((x) => x.doneSd)),
              )} are still wanted at ${open.length} ${open.length === 1 ? 'site' : 'sites'}; ${known(
                free.reduce((s, l) => s + l.number, 0),
                sdOf(free),
              )} fingerlings may go`}
        </p>
        <span className="ml-auto flex flex-wrap items-baseline gap-x-4">
          <Link className="link" href="/moves/hauls">
            Hauls
          </Link>
          {solver.seeking ? (
            <Button onClick={solver.stop}>stop seeking</Button>
          ) : (
            open.length > 0 &&
            free.length > 0 && (
              <Button kind="main" onClick={solver.seek}>
                Propose
              </Button>
            )
          )}
        </span>
      </div>
      {solver.failed && (
        <p role="alert" className="mb-2 text-loss">
          {solver.failed}
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,440px)] gap-x-8 max-lg:grid-cols-1">
        <div>
          {proposed && (
            <section aria-label="Proposal" className="mb-4">
              <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
                Proposal
                <span className="ml-auto text-body font-normal">
                  <Worked request={{ id: 'release.allocate', input: plan.asked }}>
                    {known(proposed.placed, sdOf(proposed.shipments.map((s) => lotOf(s.lot))))} placed
                  </Worked>
                </span>
              </h2>
              <Table>
                <thead>
                  <tr>
                    <th>from</th>
                    <th className="num">number</th>
                    <th>to</th>
                  </tr>
                </thead>
                <tbody>
                  {proposed.shipments.map((s) => (
                    <tr key={`${s.lot} ${s.site}`} data-shipment={`${lotOf(s.lot).unit} ${s.site}`}>
                      <td>
                        <b>{lotOf(s.lot).unit}</b> <span className="text-soft">{lotOf(s.lot).lot}</span>
                      </td>
                      <td className="num">{known(s.number, lotOf(s.lot).sd)}</td>
                      <td>{s.site}</td>
                    </tr>
                  ))}
                </tbody>
              </Table>
              {proposed.unmet.length > 0 && (
                <p className="mt-1 text-careful">
                  Not met:{' '}
                  {proposed.unmet
                    .map((u) => `${u.site}, ${grouped(u.number)}${whyUnmet(plan, u.site, proposed)}`)
                    .join('; ')}
                  .
                </p>
              )}
              {(proposed.warnings ?? []).map((x) => (
                <p key={x} className="text-small text-soft">
                  {x}
                </p>
              ))}
              {may && proposed.shipments.length > 0 && (
                <p className="mt-2">
                  <DialogButton word="Load a truck with these" title="Plan a haul" kind="main">
                    {(done) => (
                      <HaulForm
                        lots={plan.lots}
                        sites={plan.sites}
                        last={last}
                        begin={proposed.shipments.map((s) => ({
                          unit: lotOf(s.lot).unitId,
                          lotId: lotOf(s.lot).lotId,
                          stage: lotOf(s.lot).stage,
                          number: s.number,
                          site: plan.sites.find((x) => x.name === s.site)!.id,
                        }))}
                        done={done}
                      />
                    )}
                  </DialogButton>
                </p>
              )}
            </section>
          )}
          <section aria-label="Sites" className="mb-4">
            <h2 className="border-b-2 border-deep/40 pb-0.5">What is wanted</h2>
            {plan.sites.length === 0 ? (
              <p className="quiet my-1">
                A site says how many of which size it wants, and under which permit.{' '}
                <Link className="link" href="/setup">
                  Set-up
                </Link>{' '}
                makes them.
              </p>
            ) : (
              <Table>
                <thead>
                  <tr>
                    <th>site</th>
                    <th className="num">this season</th>
                    <th className="num">target</th>
                    <th>takes</th>
                    <th>permit</th>
                  </tr>
                </thead>
                <tbody>
                  {plan.sites.map((s) => (
                    <tr key={s.id} data-site={s.name}>
                      <td className="font-bold">{s.name}</td>
                      <td className="num">
                        <Doubtful number={s.done} sd={s.doneSd} />
                      </td>
                      <td className="num">{s.target === null ? '' : grouped(s.target)}</td>
                      <td className="text-soft">
                        {[
                          ...(s.leastG === null && s.mostG === null
                            ? []
                            : [
                                s.mostG === null
                                  ? `from ${massOfOne(s.leastG!, us)}`
                                  : s.leastG === null
                                    ? `up to ${massOfOne(s.mostG, us)}`
                                    : `${massOfOne(s.leastG, us)} to ${massOfOne(s.mostG, us)}`,
                              ]),
                          ...(s.species === null
                            ? []
                            : [plan.lots.find((l) => l.species === s.species)?.speciesName ?? s.species]),
                          ...(s.mostNumber === null ? [] : [`at most ${grouped(s.mostNumber)}`]),
                        ].join(', ') || 'any'}
                      </td>
                      <td className={s.permit ? 'text-soft' : 'text-careful'}>{s.permit || 'none on file'}</td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            )}
          </section>
          <section aria-label="Fingerlings">
            <h2 className="border-b-2 border-deep/40 pb-0.5">What may go</h2>
            {plan.lots.length === 0 && <p className="quiet my-1">No fingerlings stand here.</p>}
            {plan.lots.length > 0 && (
              <Table>
                <thead>
                  <tr>
                    <th>tank</th>
                    <th>lot</th>
                    <th className="num">number</th>
                    <th className="num">size</th>
                    <th />
                  </tr>
                </thead>
                <tbody>
                  {plan.lots.map((l) => (
                    <tr key={l.id} data-lot={l.unit}>
                      <td className="font-bold">{l.unit}</td>
                      <td>
                        {l.lot} <span className="text-soft">{l.speciesName}</span>
                      </td>
                      <td className="num">
                        <Doubtful number={l.number} sd={l.sd} />
                      </td>
                      <td className="num">{l.meanG === null ? 'not weighed' : massOfOne(l.meanG, us)}</td>
                      <td className={l.barred ? 'text-hand' : 'text-soft'}>{l.barred || 'free'}</td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            )}
          </section>
        </div>
        <div>
          {plan.sites.length > 0 && (
            <>
              <SiteMap sites={plan.sites} waters={plan.waters} places={plan.places} promised={promised} />
              <p className="quiet mt-1 text-small">
                Filled: what was released this season{proposed ? ', and what is proposed' : ''}. The proposal meets as
                much of the targets as windows and permits let it, then takes the fewest loads.
              </p>
            </>
          )}
        </div>
      </div>
    </section>
  );
}

/** A number to the place to which the fish it is taken of are known. */
const known = (n: number, sd: number) => withDoubt(n, Z95 * sd).number;
/** Of several tanks together; a tank that is named twice stands once. */
const sdOf = (lots: readonly { id: string; sd: number }[]) =>
  Math.hypot(...new Map(lots.map((l) => [l.id, l.sd])).values());

/** What binds at a site whose target is not met. */
function whyUnmet(plan: ReleasePlan, site: string, p: Proposed): string {
  const s = plan.sites.find((x) => x.name === site);
  if (!s) return '';
  if (s.mostNumber !== null && s.target !== null && s.mostNumber < s.target) return ' (its permit)';
  const left = new Set(p.left.map((l) => l.lot));
  const may = plan.asked.lots.filter(
    (l) =>
      (s.species === null || l.species === undefined || l.species === s.species) &&
      (s.leastG === null || (l.massG ?? 0) >= s.leastG) &&
      (s.mostG === null || (l.massG ?? Number.POSITIVE_INFINITY) <= s.mostG),
  );
  if (may.length === 0)
    return s.leastG !== null || s.mostG !== null
      ? ` (no lot is of its size${s.leastG === null ? '' : `, ${decimals(s.leastG, 1)} g and more`})`
      : ' (no lot is of its species)';
  return may.some((l) => left.has(l.id)) ? '' : ' (all that may go there are placed)';
}
