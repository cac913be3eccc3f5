import type { ReactNode } from 'react';
import type { Species } from '@/core/species/species';
import type { RegimeHere } from '@/server/stock/feeding/regimesHere';
import { Link } from '@/ui/Link';
import type { OwnDrift } from '../views/drift';
import type { OwnDates as Own } from '../views/ownDates';
import type { OwnDeaths } from '../views/ownDeaths';
import type { ReferenceView, ValueChange } from '../views/reference';
import { SpeciesPage } from './SpeciesPage';
import { type Shown, Unverified } from './Unverified';

/** What do we know? Species with their stages, clocks, limits and values, each with its source, or marked to verify. */
export function ReferenceScreen({
  book,
  open,
  history,
  ownDrift,
  ownDeaths = null,
  ownDates = null,
  mayEdit,
  now,
  timeZone,
  page,
  other = null,
  shown = {},
  fits = [],
  regimes = [],
}: {
  book: ReferenceView;
  open: Species | null;
  history: ValueChange[];
  ownDrift: OwnDrift[];
  ownDeaths?: OwnDeaths | null;
  ownDates?: Own | null;
  mayEdit: boolean;
  now: number;
  timeZone: string;
  /** What is open besides a species. */
  page?: string;
  /** A page of its own: protocols, a species that is written. */
  other?: ReactNode;
  /** Which of the values that nobody has verified. */
  shown?: Shown;
  /** Protocols that fit the species. */
  fits?: readonly string[];
  /** Ways of starting and weaning its larvae. */
  regimes?: readonly RegimeHere[];
}) {
  const kept = book.species.filter((s) => s.kept);
  return (
    <div className="grid min-h-full grid-cols-[230px_minmax(0,1fr)] max-md:grid-cols-1">
      <nav
        aria-label="Species"
        className={`border-r border-rule px-4 py-4 ${open || other || shown.work ? 'max-md:hidden' : ''}`}
      >
        <h1 className="mb-3">Reference</h1>
        <Names species={kept} open={open?.id} />
        {kept.length > 0 && <h2 className="mt-4 mb-1 text-body text-soft">Not kept here</h2>}
        <Names species={book.species.filter((s) => !s.kept)} open={open?.id} />
        {mayEdit && (
          <p className="mt-3 flex flex-col items-start gap-1 pl-2">
            <Link className="link" href="/reference?page=new">
              Add a species
            </Link>
            <Link className="link" href="/reference?page=file">
              Take in from a file
            </Link>
          </p>
        )}
        <div className="mt-3">
          {pages.map((p) => (
            <Link
              key={p.id}
              href={`/reference?page=${p.id}`}
              aria-current={page === p.id ? 'page' : undefined}
              className={`block border-l-[3px] py-1 pl-2 text-ink no-underline ${page === p.id ? 'border-deep font-bold' : 'border-transparent'}`}
            >
              {p.word}
            </Link>
          ))}
        </div>
        <Link href="/reference" className="mt-4 block text-body text-hand">
          {book.unverified.length} of {book.total} values nobody has verified
        </Link>
      </nav>
      <section className="min-w-0 max-w-[1080px] px-6 py-4 max-sm:px-3">
        {(open || other || shown.work) && (
          <Link href="/reference" className="link mb-2 inline-block md:hidden">
            All of Reference
          </Link>
        )}
        {other ? (
          other
        ) : open ? (
          <SpeciesPage
            s={open}
            history={history}
            ownDrift={ownDrift}
            ownDeaths={ownDeaths}
            ownDates={ownDates}
            mayEdit={mayEdit}
            now={now}
            timeZone={timeZone}
            fits={fits}
            regimes={regimes}
          />
        ) : (
          <Unverified book={book} shown={shown} mayEdit={mayEdit} />
        )}
      </section>
    </div>
  );
}

/** What stands here besides species. */
const pages = [
  { id: 'protocols', word: 'Protocols' },
  { id: 'thresholds', word: 'Thresholds' },
] as const;

function Names({ species, open }: { species: readonly Pick<Species, 'id' | 'name'>[]; open?: string }) {
  return (
    <ul>
      {species.map((s) => (
        <li key={s.id}>
          <Link
            href={`/reference?species=${s.id}`}
            aria-current={open === s.id ? 'page' : undefined}
            className={`block border-l-[3px] py-1 pl-2 text-ink no-underline ${open === s.id ? 'border-deep font-bold' : 'border-transparent'}`}
          >
            {s.name}
          </Link>
        </li>
      ))}
    </ul>
  );
}
