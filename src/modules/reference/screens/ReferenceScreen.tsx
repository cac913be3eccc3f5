import type { ReactNode } from 'react';
import type { Species } from '@/core/species/species';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { OwnDrift } from '../views/drift';
import type { OwnClock as Own } from '../views/ownClock';
import type { OwnDeaths } from '../views/ownDeaths';
import type { ReferenceView, ValueChange } from '../views/reference';
import { SpeciesPage } from './SpeciesPage';

/** What do we know? Species with their stages, clocks, limits and values, each with its source, or marked to verify. */
export function ReferenceScreen({
  book,
  open,
  history,
  ownDrift,
  ownDeaths = null,
  ownClock = null,
  mayEdit,
  now,
  timeZone,
  protocols = null,
}: {
  book: ReferenceView;
  open: Species | null;
  history: ValueChange[];
  ownDrift: OwnDrift[];
  ownDeaths?: OwnDeaths | null;
  ownClock?: Own | null;
  mayEdit: boolean;
  now: number;
  timeZone: string;
  /** The page of protocols, where that is open. */
  protocols?: ReactNode;
}) {
  return (
    <div className="grid min-h-full grid-cols-[230px_minmax(0,1fr)] max-md:grid-cols-1">
      <nav aria-label="Species" className="border-r border-rule px-4 py-4">
        <h1 className="mb-3">Reference</h1>
        <ul>
          {book.species.map((s) => (
            <li key={s.id}>
              <Link
                href={`/reference?species=${s.id}`}
                aria-current={open?.id === s.id ? 'page' : undefined}
                className={`block border-l-[3px] py-1 pl-2 text-ink no-underline ${open?.id === s.id ? 'border-deep font-bold' : 'border-transparent'}`}
              >
                {s.name}
              </Link>
            </li>
          ))}
        </ul>
        <Link
          href="/reference?page=protocols"
          aria-current={protocols ? 'page' : undefined}
          className={`mt-3 block border-l-[3px] py-1 pl-2 text-ink no-underline ${protocols ? 'border-deep font-bold' : 'border-transparent'}`}
        >
          Protocols
        </Link>
        <Link href="/reference" className="mt-4 block text-body text-hand">
          {book.unverified.length} of {book.total} values nobody has verified
        </Link>
      </nav>
      <section className="min-w-0 max-w-[960px] px-6 py-4">
        {protocols ? (
          protocols
        ) : open ? (
          <SpeciesPage
            s={open}
            history={history}
            ownDrift={ownDrift}
            ownDeaths={ownDeaths}
            ownClock={ownClock}
            mayEdit={mayEdit}
            now={now}
            timeZone={timeZone}
          />
        ) : (
          <Unverified book={book} />
        )}
      </section>
    </div>
  );
}

function Unverified({ book }: { book: ReferenceView }) {
  return (
    <>
      {book.unfit.length > 0 && (
        <section className="mb-5 border-l-[3px] border-careful pl-3" data-testid="unfit">
          <h2 className="mb-1 text-lead">Your own values that no longer fit</h2>
          <p className="quiet max-w-[46rem]">
            They were set in an earlier version, and their place is gone. They count for nothing; set them anew where
            they belong.
          </p>
          <ul>
            {book.unfit.map((u) => (
              <li key={`${u.species} ${u.path}`}>
                {u.species}: {u.path}. {u.why}
              </li>
            ))}
          </ul>
        </section>
      )}
      <h2 className="mb-1 text-lead">Values that nobody has verified</h2>
      <p className="quiet mb-3 max-w-[46rem]">
        They are starting values, recalled and not looked up. Check them against the publication named as a hint, or
        against your own fish, and enter what you find: the old value stays in the history.
      </p>
      <Table>
        <thead>
          <tr>
            <th>species</th>
            <th>value</th>
            <th>where to look</th>
          </tr>
        </thead>
        <tbody>
          {book.unverified.map((u) => (
            <tr key={u.speciesId + u.path}>
              <td className="whitespace-nowrap">
                {u.speciesId === null ? (
                  u.species
                ) : (
                  <Link className="link" href={`/reference?species=${u.speciesId}`}>
                    {u.species}
                  </Link>
                )}
              </td>
              <td>{u.what}</td>
              <td className="text-soft">{u.hint}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}
