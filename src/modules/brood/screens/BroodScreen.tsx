import type { ReactNode } from 'react';
import { grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { readerUnit } from '@/core/quantities/reader';
import { dayMonth } from '@/core/time/localDay';
import { Input } from '@/ui/Input';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { BroodFish, BroodView } from '../views/brood';
import { BroodTabs } from './BroodTabs';
import { SpeciesNav } from './SpeciesNav';

export type BroodShow = 'ripe' | 'here' | 'gone';

/** Rows drawn at once; more are found by the search. */
const MOST = 400;

/** Who can be spawned with whom: the brood fish of a species, the ripe ones first. */
export function BroodScreen({
  view,
  show,
  search,
  selected,
  now,
  timeZone,
  us,
  sheet,
  tools,
}: {
  view: BroodView;
  show: BroodShow;
  search: string;
  selected: number | null;
  now: number;
  timeZone: string;
  us: boolean;
  sheet: ReactNode;
  tools: ReactNode;
}) {
  const { book } = view;
  const here = view.fish.filter((f) => f.gone === null);
  const ripe = here.filter((f) => f.ripeness?.ready);
  const untagged = (view.species.find((s) => s.id === book.id)?.here ?? 0) - here.length;
  const shown = (show === 'gone' ? view.fish.filter((f) => f.gone !== null) : show === 'ripe' ? ripe : here).filter(
    (f) => search === '' || `${f.tag} ${f.marks} ${f.strain}`.toLowerCase().includes(search.toLowerCase()),
  );
  const eggs = ripe.filter((f) => f.sex === 'female').reduce((s, f) => s + (f.eggs?.expected ?? 0), 0);
  const count = (list: readonly BroodFish[], sex: string) => list.filter((f) => f.sex === sex).length;
  const href = (more: Record<string, string>) => {
    const q = new URLSearchParams({ species: book.id, show, ...(search ? { q: search } : {}), ...more });
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
          <form className="ml-auto" action="/brood">
            <Input type="hidden" name="species" value={book.id} />
            <Input type="hidden" name="show" value={show} />
            <Input
              className="max-w-[13rem]"
              name="q"
              defaultValue={search}
              placeholder="tag, mark, strain"
              aria-label="Find a fish"
            />
          </form>
        </div>
        {view.fish.length === 0 ? (
          <p className="quiet py-4">
            No {book.name} brood fish is known yet. Enter them one by one, or read in a list: both stand below. Fish
            that only stand in a take are not listed until they are entered.
          </p>
        ) : shown.length === 0 ? (
          <p className="quiet py-4">
            {search
              ? `None of them is like “${search}”.`
              : show === 'ripe'
                ? 'None is ripe by its last look.'
                : 'None.'}
          </p>
        ) : (
          <div className="overflow-x-auto">
            <Table>
              <thead>
                <tr>
                  <th>tag</th>
                  <th>sex</th>
                  <th>year</th>
                  <th>strain</th>
                  <th>sire × dam</th>
                  <th>in</th>
                  <th className="num">{readerUnit('mass', us)}</th>
                  <th>ripeness</th>
                  <th className="num">eggs expected</th>
                  {!sheet && <th>spawned</th>}
                </tr>
              </thead>
              <tbody>
                {shown.slice(0, MOST).map((f) => (
                  <tr key={f.id} data-fish={f.tag} className={selected === f.id ? 'bg-deep-wash' : ''}>
                    <td>
                      <Link
                        href={href({ fish: String(f.id) })}
                        scroll={false}
                        className="font-bold whitespace-nowrap text-ink"
                      >
                        {f.tag}
                      </Link>
                    </td>
                    <td>{f.sex === 'unknown' ? '?' : f.sex}</td>
                    <td>{f.yearClass ?? ''}</td>
                    <td className="whitespace-nowrap">{f.strain || <span className="text-careful">not known</span>}</td>
                    <td className="whitespace-nowrap text-soft">
                      {f.sire || f.dam
                        ? `${f.sire ?? '?'} × ${f.dam ?? '?'}`
                        : f.source === 'wild'
                          ? `wild${f.origin ? `, ${f.origin}` : ''}`
                          : 'not known'}
                    </td>
                    <td>{f.unit ?? ''}</td>
                    <td className="num">{f.massG === null ? '' : massOfAll(f.massG, us, 2).split(' ')[0]}</td>
                    <td>
                      <Ripeness f={f} now={now} timeZone={timeZone} />
                    </td>
                    <td className="num">
                      {f.eggs && (
                        <>
                          {grouped(round2(f.eggs.expected))}
                          <span className="ml-1 text-small text-soft">
                            {grouped(round2(f.eggs.low))}–{grouped(round2(f.eggs.high))}
                          </span>
                        </>
                      )}
                    </td>
                    {!sheet && (
                      <td className="whitespace-nowrap text-soft">
                        {f.spawned > 0 && `${f.spawned}×, ${dayMonth(f.lastSpawned!, timeZone, now)}`}
                      </td>
                    )}
                  </tr>
                ))}
              </tbody>
            </Table>
            {shown.length > MOST && (
              <p className="quiet mt-1">
                and {grouped(shown.length - MOST)} more: find them by tag, mark or strain above
              </p>
            )}
          </div>
        )}
        {tools}
      </section>
      {sheet}
    </div>
  );
}

/** Two figures say what an expectation of eggs can say. */
const round2 = (n: number) => Number(n.toPrecision(2));

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
