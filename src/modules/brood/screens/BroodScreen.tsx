import type { ReactNode } from 'react';
import { grouped } from '@/core/quantities/format';
import { Link } from '@/ui/Link';
import type { BroodFish, BroodView } from '../views/brood';
import { BroodTable } from './BroodTable';
import { BroodTabs } from './BroodTabs';
import { SpeciesNav } from './SpeciesNav';

export type BroodShow = 'ripe' | 'here' | 'gone';

/** Who can be spawned with whom: the brood fish of a species, the ripe ones first. */
export function BroodScreen({
  view,
  show,
  selected,
  sheet,
  tools,
}: {
  view: BroodView;
  show: BroodShow;
  selected: number | null;
  sheet: ReactNode;
  tools: ReactNode;
}) {
  const { book } = view;
  const here = view.fish.filter((f) => f.gone === null);
  const ripe = here.filter((f) => f.ripeness?.ready);
  const untagged = (view.species.find((s) => s.id === book.id)?.here ?? 0) - here.length;
  const shown = show === 'gone' ? view.fish.filter((f) => f.gone !== null) : show === 'ripe' ? ripe : here;
  const eggs = ripe.filter((f) => f.sex === 'female').reduce((s, f) => s + (f.eggs?.expected ?? 0), 0);
  const count = (list: readonly BroodFish[], sex: string) => list.filter((f) => f.sex === sex).length;
  const href = (more: Record<string, string>) => {
    const q = new URLSearchParams({ species: book.id, show, ...more });
    return `/brood?${q}`;
  };
  return (
    <div className={`grid min-h-full ${sheet ? 'grid-cols-[minmax(0,1fr)_380px] max-lg:grid-cols-1' : ''}`}>
      <section className="min-w-0 px-6 py-4 max-sm:px-3 max-lg:order-2" aria-label="Brood">
        <BroodTabs here="brood" species={book.id} />
        <SpeciesNav list={view.species.filter((s) => s.here > 0 || s.id === book.id)} here={book.id} path="/brood" />
        <p className="mb-3" data-testid="brood-says">
          <span className="text-figure leading-none font-bold">{count(ripe, 'female')}</span> of {count(here, 'female')}{' '}
          females and <span className="text-figure leading-none font-bold">{count(ripe, 'male')}</span> of{' '}
          {count(here, 'male')} males are ripe
          {eggs > 0 && <span className="text-soft">; the females may give about {grouped(round2(eggs))} eggs</span>}
          {untagged > 0 && (
            <span className="text-soft">
              ;{' '}
              <Link className="link" href={`/brood/arrivals?species=${book.id}`}>
                {untagged} more wait untagged in runs
              </Link>
            </span>
          )}
          {ripe.length > 1 && (
            <Link className="link ml-3" href={`/brood/plan?species=${book.id}`}>
              plan their crosses
            </Link>
          )}
        </p>
        <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-2">
          {(
            [
              ['ripe', 'ripe now', ripe.length],
              ['here', 'all here', here.length],
              ['gone', 'gone', view.fish.length - here.length],
            ] as const
          ).map(([id, word, n]) => (
            <Link
              key={id}
              href={href({ show: id })}
              aria-current={show === id ? 'true' : undefined}
              className={`no-underline ${show === id ? 'font-bold text-ink' : 'text-soft hover:text-ink'}`}
            >
              {word} <span className="font-normal text-soft">{n}</span>
            </Link>
          ))}
        </div>
        {view.fish.length === 0 ? (
          <p className="quiet py-4">
            No {book.name} brood fish is known yet. Enter them one by one, or read in a list: both stand below. Fish
            that only stand in a take are not listed until they are entered.
          </p>
        ) : shown.length === 0 ? (
          <p className="quiet py-4">{show === 'ripe' ? 'None is ripe by its last look.' : 'None.'}</p>
        ) : (
          <BroodTable fish={shown} species={book.id} show={show} selected={selected} beside={Boolean(sheet)} />
        )}
        {tools}
      </section>
      {sheet}
    </div>
  );
}

/** Two figures say what an expectation of eggs can say. */
const round2 = (n: number) => Number(n.toPrecision(2));
