import { worksIn } from '@/core/species/works';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { ReferenceView, Unverified as Value } from '../views/reference';
import { MarkChecked } from './MarkChecked';

/** What rests on no publication is listed by what it is of. */
const UNNAMED = 'none';

/** Which values of those that nobody has verified are shown. */
export type Shown = { work?: string; of?: string; all?: boolean };

/**
 * Values that nobody has verified, by the publication on which they rest: one that is looked up verifies all of them.
 * Of the species kept here, unless all are asked for.
 */
export function Unverified({ book, shown, mayEdit }: { book: ReferenceView; shown: Shown; mayEdit: boolean }) {
  const kept = new Set(book.species.filter((s) => s.kept).map((s) => s.id));
  const all = shown.all || kept.size === 0;
  const own = book.unverified.filter((v) => all || v.speciesId === null || kept.has(v.speciesId));
  // A paper that is looked up is looked up for all that rests on it.
  if (shown.work !== undefined) return <OneWork values={book.unverified} shown={shown} mayEdit={mayEdit} />;
  const works = new Map<string, Value[]>();
  const unnamed = new Map<string, Value[]>();
  for (const v of own) {
    const named = worksIn(v.hint);
    for (const w of named) works.set(w, [...(works.get(w) ?? []), v]);
    if (named.length === 0) unnamed.set(v.species, [...(unnamed.get(v.species) ?? []), v]);
  }
  const query = (more: Record<string, string>) =>
    `/reference?${new URLSearchParams({ ...more, ...(shown.all ? { all: '1' } : {}) })}`;
  return (
    <>
      {book.unfit.length > 0 && <Unfit unfit={book.unfit} />}
      <h2 className="mb-1 text-title">Values that nobody has verified</h2>
      <p className="quiet mb-3 max-w-[46rem]">
        They are starting values, recalled and not looked up. Check them against the publication named, or against your
        own fish, and enter what you find: the old value stays in the history.
      </p>
      {kept.size > 0 && (
        <p className="mb-3">
          {shown.all ? 'Of all species. ' : 'Of the species kept here, with protocols and thresholds. '}
          <Link className="link" href={shown.all ? '/reference' : '/reference?all=1'}>
            {shown.all ? 'Only those kept here' : `All ${book.unverified.length}`}
          </Link>
        </p>
      )}
      {works.size > 0 && (
        <Counted
          head="publication"
          rows={[...works].map(([w, values]) => ({ name: w, href: query({ work: w }), values }))}
        />
      )}
      {unnamed.size > 0 && (
        <div className="mt-6">
          <Counted
            head="without a publication"
            rows={[...unnamed].map(([of, values]) => ({ name: of, href: query({ work: UNNAMED, of }), values }))}
          />
        </div>
      )}
    </>
  );
}

function Counted({
  head,
  rows,
}: {
  head: string;
  rows: readonly { name: string; href: string; values: readonly Value[] }[];
}) {
  return (
    <Table>
      <thead>
        <tr>
          <th>{head}</th>
          <th className="num">values</th>
          <th>of</th>
        </tr>
      </thead>
      <tbody>
        {[...rows]
          .sort((a, b) => b.values.length - a.values.length || a.name.localeCompare(b.name))
          .map((r) => (
            <tr key={r.name}>
              <td>
                <Link className="link" href={r.href}>
                  {r.name}
                </Link>
              </td>
              <td className="num">{r.values.length}</td>
              <td className="text-soft">{[...new Set(r.values.map((v) => v.species))].join(', ')}</td>
            </tr>
          ))}
      </tbody>
    </Table>
  );
}

function OneWork({ values, shown, mayEdit }: { values: readonly Value[]; shown: Shown; mayEdit: boolean }) {
  const named = shown.work !== UNNAMED;
  const own = values.filter((v) => {
    const works = worksIn(v.hint);
    return named ? works.includes(shown.work!) : works.length === 0 && v.species === shown.of;
  });
  const markable = own.flatMap((v) => (v.speciesId === null ? [] : [{ species: v.speciesId, path: v.path }]));
  return (
    <>
      <Link className="link" href={`/reference${shown.all ? '?all=1' : ''}`}>
        All that nobody has verified
      </Link>
      <h2 className="mt-2 mb-1 text-title">{named ? shown.work : `${shown.of}, without a publication`}</h2>
      {own.length === 0 ? (
        <p className="quiet">Nothing rests on it any more that is not verified.</p>
      ) : (
        <p className="quiet mb-3 max-w-[46rem]">
          {own.length === 1 ? 'One value' : `${own.length} values`}. Look them up; set right what differs where it
          stands; then mark the rest as checked.
        </p>
      )}
      {own.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>species</th>
              <th>value</th>
              <th>where to look</th>
            </tr>
          </thead>
          <tbody>
            {own.map((v) => (
              <tr key={`${v.speciesId} ${v.path}`}>
                <td className="whitespace-nowrap">
                  <Link
                    className="link"
                    href={v.speciesId === null ? `/reference?page=${v.species}` : `/reference?species=${v.speciesId}`}
                  >
                    {v.species}
                  </Link>
                </td>
                <td>{v.what}</td>
                <td className="text-soft">{v.hint}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {mayEdit && markable.length > 0 && (
        <MarkChecked key={shown.work} values={markable} source={named ? shown.work! : ''} />
      )}
    </>
  );
}

function Unfit({ unfit }: { unfit: ReferenceView['unfit'] }) {
  return (
    <section className="mb-5 border-l-[3px] border-careful pl-3" data-testid="unfit">
      <h2 className="mb-1 text-lead">Your own values that no longer fit</h2>
      <p className="quiet max-w-[46rem]">
        They were set in an earlier version, and their place is gone. They count for nothing; set them anew where they
        belong.
      </p>
      <ul>
        {unfit.map((u) => (
          <li key={`${u.species} ${u.path}`}>
            {u.species}: {u.path}. {u.why}
          </li>
        ))}
      </ul>
    </section>
  );
}
