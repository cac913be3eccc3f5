import { decimals, grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { HallNav } from '@/modules/rearing/screens/HallNav';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { SelectionLine, SelectionsView } from '../views/selections';
import { Begin } from './Begin';
import { decisionWords } from './bench/words';

/** Which selections lie on the bench, what earlier ones came to, and what second looks taught. */
export function SelectionsScreen({ view, now, timeZone }: { view: SelectionsView; now: number; timeZone: string }) {
  const day = (at: number) => dayMonth(at, timeZone, now);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Selection">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>Selection</h1>
        <HallNav here="/rearing/selection">
          <Link className="link" href="/rearing/strains">
            Strains
          </Link>
          <Link className="link" href="/rearing/fates">
            Fates
          </Link>
        </HallNav>
      </div>
      {view.tanks.length === 0 ? (
        <p className="quiet">Nothing eats yet. Fry and fingerlings come to the bench once they can be told apart.</p>
      ) : (
        <Begin tanks={view.tanks} schemes={view.schemes} />
      )}
      {view.open.length > 0 && <Lines title="On the bench" lines={view.open} day={day} />}
      {view.awaited.length > 0 && (
        <section aria-label="Second look" className="mt-5">
          <h2 className="border-b-2 border-deep/40 pb-0.5">To be looked at again</h2>
          <ul>
            {view.awaited.map((a) => (
              <li key={`${a.lotId} ${a.since}`} className="border-b border-rule py-1">
                <Link className="link" href={`/lots/${a.lotId}`}>
                  {a.lot}
                </Link>
                : {grouped(a.followed)} followed since {day(a.since)}
                {a.due && <b className="text-hand"> due for the second look</b>}
              </li>
            ))}
          </ul>
        </section>
      )}
      <div className="grid grid-cols-2 gap-x-8 max-lg:grid-cols-1">
        <Odds view={view} />
        <Signs view={view} />
      </div>
      {view.past.length > 0 && <Lines title="Before" lines={view.past} day={day} />}
    </section>
  );
}

function Lines({ title, lines, day }: { title: string; lines: readonly SelectionLine[]; day: (at: number) => string }) {
  return (
    <section aria-label={title} className="mt-5">
      <h2 className="border-b-2 border-deep/40 pb-0.5">{title}</h2>
      <div className="overflow-x-auto">
        <Table>
          <thead>
            <tr>
              <th>begun</th>
              <th>fish of</th>
              <th>strain or supplier</th>
              <th className="num">judged</th>
              {decisionWords.map((d) => (
                <th key={d.id} className="num">
                  {d.many}
                </th>
              ))}
              <th>mostly for</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {lines.map((s) => (
              <tr key={s.id} data-selection={s.lot}>
                <td>
                  <Link className="link" href={`/rearing/selection/${s.id}`}>
                    {day(s.begunAt)}
                  </Link>
                </td>
                <td>
                  {s.unit}, {s.lot}
                </td>
                <td className="text-soft">{s.strain}</td>
                <td className="num">{grouped(s.totals.all)}</td>
                {decisionWords.map((d) => (
                  <td key={d.id} className="num">
                    {s.totals.by[d.id] > 0 && grouped(s.totals.by[d.id])}
                  </td>
                ))}
                <td className="text-soft">
                  {s.totals.reasons
                    .slice(0, 2)
                    .map((r) => r.reason.word)
                    .join(', ')}
                </td>
                <td className="text-soft">{s.is === 'givenUp' ? 'given up' : ''}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
    </section>
  );
}

const per100 = (share: number) => decimals(100 * share, 0);

function Odds({ view }: { view: SelectionsView }) {
  if (view.odds.length === 0) return null;
  return (
    <section aria-label="Odds" className="mt-5">
      <h2 className="border-b-2 border-deep/40 pb-0.5">How many became what was hoped</h2>
      <div className="overflow-x-auto">
        <Table>
          <thead>
            <tr>
              <th>strain or supplier</th>
              <th>type</th>
              <th className="num">became it</th>
              <th className="num">of 100, 95 %</th>
            </tr>
          </thead>
          <tbody>
            {view.odds.map((o) => (
              <tr key={`${o.strain} ${o.type}`}>
                <td>{o.strain}</td>
                <td>{o.type || 'not said'}</td>
                <td className="num">
                  {o.became} of {o.of}
                </td>
                <td className="num">
                  {per100(o.share)}{' '}
                  <span className="text-small text-soft">
                    ({per100(o.low)} to {per100(o.high)})
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
    </section>
  );
}

function Signs({ view }: { view: SelectionsView }) {
  if (view.signs.length === 0) return null;
  return (
    <section aria-label="Early signs" className="mt-5">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Did early signs foretell it?</h2>
      <div className="overflow-x-auto">
        <Table>
          <thead>
            <tr>
              <th>sign at the first look</th>
              <th className="num">with it</th>
              <th className="num">without</th>
              <th>says</th>
            </tr>
          </thead>
          <tbody>
            {view.signs.map((s) => (
              <tr key={s.sign}>
                <td>{s.word}</td>
                <td className="num">
                  {s.with.became} of {s.with.of}
                </td>
                <td className="num">
                  {s.without.became} of {s.without.of}
                </td>
                <td className={s.is === 'open' ? 'text-soft' : 'font-semibold'}>
                  {s.is === 'open'
                    ? 'no more than chance so far'
                    : `${s.is === 'foretells' ? 'more' : 'fewer'} became it: ${per100(Math.abs(s.difference))} in 100 apart, ${per100(Math.min(Math.abs(s.low), Math.abs(s.high)))} to ${per100(Math.max(Math.abs(s.low), Math.abs(s.high)))}`}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
    </section>
  );
}
