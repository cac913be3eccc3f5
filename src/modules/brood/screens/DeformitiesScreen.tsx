'use client';

import { useSession } from '@/client/session';
import { Worked } from '@/client/Working';
import { deformities, deformityName } from '@/core/brood/deformities';
import { decimals, figures, grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { DeformityDrawing } from '@/ui/drawings/deformityDrawings';
import { Fold } from '@/ui/Fold';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { DeformityView, ParentRate } from '../views/deformities';
import { BroodTabs } from './BroodTabs';
import { SpeciesNav } from './SpeciesNav';

/** Whether the samples say much of its own offspring: in a mixed lot a small share says little. */
const told = (p: ParentRate) => p.high - p.low < 0.2;
const percent = (x: number) => `${figures(100 * x, 2)} %`;
/** Rows of parents drawn at once: those that stand out are at the top. */
const MOST = 40;

/** Deformities of a species: how many, of which kinds, and whose offspring stand out. */
export function DeformitiesScreen({
  species,
  list,
  view,
}: {
  species: { id: string; name: string };
  list: { id: string; name: string }[];
  view: DeformityView;
}) {
  const { timeZone, now } = useSession();
  const out = view.parents.filter((p) => p.standsOut);
  // The scale is that of parents of whom something is known; the intervals of the others run off it.
  const most = Math.max(0.02, ...view.parents.filter(told).map((p) => p.high));
  const last = view.seasons.at(-1);
  const before = view.seasons.at(-2);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Deformities">
      <BroodTabs here="deformities" species={species.id} />
      <SpeciesNav list={list} here={species.id} path="/brood/deformities" />
      {!last ? (
        <p className="quiet max-w-[46rem]">
          No {species.name} was looked through for deformities yet. Choose a unit with hatched fish in Rooms or Rearing,
          then <b>Deformities</b>: tap the kind for each fish of the sample that has it.
        </p>
      ) : (
        <>
          <p className="mb-1" data-testid="deformities-says">
            <span className="text-figure leading-none font-bold">{percent(last.share)}</span> deformed in {last.season}
            <span className="text-soft">
              , between {percent(last.low)} and {percent(last.high)}: {grouped(last.deformed)} of {grouped(last.looked)}{' '}
              in {last.samples} {last.samples === 1 ? 'sample' : 'samples'}
            </span>
            {before && (
              <span className={last.low > before.high ? 'text-hand' : 'text-soft'}>
                {' '}
                ({before.season}: {percent(before.share)}
                {last.low > before.high
                  ? ', so it rose beyond chance'
                  : last.high < before.low
                    ? ', so it fell beyond chance'
                    : ''}
                )
              </span>
            )}
          </p>
          <p className={`mb-4 max-w-[60rem] ${out.length > 0 ? 'text-hand' : 'text-soft'}`}>
            {out.length > 0
              ? `${out.map((p) => (p.tags.length > 1 ? `${p.tag} and ${p.tags.length - 1} always with it` : p.tag)).join(', ')} ${out.length === 1 ? 'stands' : 'stand'} out among ${view.parents.filter((p) => p.p !== null).length} parents compared. Look at other lots of ${out.length === 1 ? 'this fish' : 'these fish'}, kept alike, before it is barred; then leave it out of the mating plan, and its offspring out of the future brood.`
              : 'No parent stands out, after allowing for how many are compared.'}
          </p>
          <div className="grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] gap-8 max-xl:grid-cols-1">
            <Parents view={view} most={most} />
            <div>
              <Kinds view={view} />
              <h2 className="mt-5 border-b-2 border-deep/40 pb-0.5">Samples</h2>
              <Table>
                <tbody>
                  {view.samples.slice(0, 20).map((s) => (
                    <tr key={s.entry}>
                      <td className="whitespace-nowrap text-soft">{dayMonth(s.at, timeZone, now)}</td>
                      <td>
                        <Link className="link" href={`/lots/${s.lotId}`}>
                          {s.lot}
                        </Link>{' '}
                        <span className="text-soft">{s.unit}</span>
                      </td>
                      <td className="num">
                        {s.deformed} of {s.looked}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </div>
          </div>
        </>
      )}
      <Fold className="mt-6 max-w-[60rem]" open={!last} title={<span className="font-bold">What is called what</span>}>
        <ul className="mt-2 grid grid-cols-3 gap-x-6 gap-y-2 max-lg:grid-cols-2 max-sm:grid-cols-1">
          {deformities.map((d) => (
            <li key={d.id} className="flex items-center gap-3">
              <DeformityDrawing kind={d.id} width={84} />
              <span className="min-w-0">
                <b>{d.name}</b>
                <span className="block text-small text-soft">{d.looks}</span>
              </span>
            </li>
          ))}
        </ul>
        <p className="quiet mt-2 text-small">
          Some fish are deformed from birth and nobody’s handling made them so; heat, shocks and feed without its
          vitamins or phosphorus make others. What parents make comes back in all their lots, also in other water.
        </p>
      </Fold>
    </section>
  );
}

function Parents({ view, most }: { view: DeformityView; most: number }) {
  return (
    <div>
      <div className="flex items-baseline justify-between border-b-2 border-deep/40 pb-0.5">
        <h2>Parents</h2>
        {view.traced && (
          <Worked request={view.traced}>
            <span className="text-small">how it is worked</span>
          </Worked>
        )}
      </div>
      <Table>
        <thead>
          <tr>
            <th>parent</th>
            <th className="num">of its offspring</th>
            <th className="max-sm:hidden">
              <span className="sr-only">interval</span>
            </th>
            <th className="num max-sm:hidden">chance alone</th>
            <th>verdict</th>
          </tr>
        </thead>
        <tbody>
          {view.parents.slice(0, MOST).map((p) => (
            <tr key={`${p.sex}${p.tag}`} data-parent={p.tag} data-out={p.standsOut}>
              <td className="whitespace-nowrap">
                <b>{p.tag}</b>{' '}
                <span className="text-soft" title={p.tags.join(', ')}>
                  {p.tags.length > 1 && `and ${p.tags.length - 1} more `}
                  {p.sex === 'female' ? 'mother' : 'father'}
                  {p.tags.length > 1 && 's'}
                </span>
              </td>
              <td className="num">{told(p) ? percent(p.rate) : <span className="text-soft">too mixed</span>}</td>
              <td className="w-[130px] max-sm:hidden">
                <Interval p={p} most={most} all={view.seasons} />
              </td>
              <td className="num text-soft max-sm:hidden">
                {p.adjusted === null ? '' : p.adjusted < 0.001 ? `< ${decimals(0.001, 3)}` : decimals(p.adjusted, 3)}
              </td>
              <td className={`text-small whitespace-nowrap ${p.standsOut ? 'font-bold text-hand' : 'text-soft'}`}>
                {p.standsOut ? 'stands out' : p.p === null || !told(p) ? 'cannot tell' : ''}
                {p.like.length > 0 && <span className="block font-normal text-soft">always with {short(p.like)}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="quiet mt-1 text-small">
        {view.parents.length > MOST && `${view.parents.length - MOST} more do not stand out. `}
        Rates by the parents’ shares of each lot, assuming equal survival; “chance alone” allows for all parents
        compared and for lots that scatter {figures(view.scatter, 2)} times as chance does.
      </p>
      {view.warnings.map((w) => (
        <p key={w} className="text-small text-careful">
          {w}
        </p>
      ))}
    </div>
  );
}

const short = (tags: readonly string[]) =>
  tags.length <= 3 ? tags.join(', ') : `${tags.slice(0, 3).join(', ')} and ${tags.length - 3} more`;

function Interval({ p, most, all }: { p: ParentRate; most: number; all: DeformityView['seasons'] }) {
  const x = (v: number) => (116 * Math.min(v, most)) / most + 6;
  const looked = all.reduce((s, r) => s + r.looked, 0);
  const mean = looked === 0 ? 0 : all.reduce((s, r) => s + r.deformed, 0) / looked;
  return (
    <svg width={128} height={16} role="img" aria-label={`between ${percent(p.low)} and ${percent(p.high)}`}>
      <line x1={x(mean)} x2={x(mean)} y1={0} y2={16} stroke="var(--strong)" strokeDasharray="2 2" />
      <line
        x1={x(p.low)}
        x2={x(p.high)}
        y1={8}
        y2={8}
        stroke={p.standsOut ? 'var(--hand)' : 'var(--deep)'}
        strokeWidth={2}
        opacity={told(p) ? 1 : 0.35}
      />
      {told(p) && <circle cx={x(p.rate)} cy={8} r={3.5} fill={p.standsOut ? 'var(--hand)' : 'var(--deep)'} />}
    </svg>
  );
}

function Kinds({ view }: { view: DeformityView }) {
  const seasons = view.seasons.slice(-4).map((s) => s.season);
  if (view.kinds.length === 0) return null;
  return (
    <>
      <h2 className="border-b-2 border-deep/40 pb-0.5">Kinds</h2>
      <Table>
        <thead>
          <tr>
            <th colSpan={2}>kind</th>
            {seasons.map((s) => (
              <th key={s} className="num">
                {s}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {view.kinds.map((k) => (
            <tr key={k.kind}>
              <td className="w-[60px]">
                <DeformityDrawing kind={k.kind as (typeof deformities)[number]['id']} width={48} />
              </td>
              <td className="align-middle">{deformityName(k.kind)}</td>
              {seasons.map((s) => {
                const r = k.by[s]!;
                return (
                  <td key={s} className="num align-middle" title={`${r.seen} of ${r.looked}`}>
                    {percent(r.share)}
                    <span className="ml-1 text-small text-soft">
                      {figures(100 * r.low, 2)}–{figures(100 * r.high, 2)}
                    </span>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}
