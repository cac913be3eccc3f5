import { Worked } from '@/client/Working';
import { grouped, percent } from '@/core/quantities/format';
import { ClockTable } from '@/modules/incubation/screens/room/UnitSheet';
import { EntryList } from '@/modules/records/screens/EntryList';
import { Glyph } from '@/ui/drawings/glyphs';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import type { LotView } from '../views/lot';
import { GrowthChart } from './GrowthChart';
import { Stair } from './Stair';
import { ThermalLine } from './ThermalLine';

const goneWords: Record<string, string> = {
  picked: 'picked',
  dead: 'dead',
  culled: 'culled',
  sampled: 'sampled',
  sold: 'sold',
  released: 'released',
  escaped: 'escaped',
  unexplained: 'missing at counts',
};
/** What is this batch's story? */
export function LotScreen({ lot, us, now, timeZone }: { lot: LotView; us: boolean; now: number; timeZone: string }) {
  return (
    <div className="px-6 py-4 max-sm:px-3">
      <div className="mb-1 flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-title">{lot.name}</h1>
        <a className="link" href={`/print/labels/${lot.id}`} target="_blank" rel="noopener">
          labels
        </a>
        <span className="text-soft">
          {lot.species} <i>{lot.latin}</i>, season {lot.season}
          {lot.grade && `, grade ${lot.grade}`}
          {lot.kind && (
            <>
              {', '}
              <span data-testid="lot-kind">{lot.kind}</span>
            </>
          )}
        </span>
        <Link className="link ml-auto" href={`/lots/${lot.id}/line`}>
          all its counts together
        </Link>
        <Link className="link" href={`/flow?lot=${lot.id}`}>
          its line in Flow
        </Link>
      </div>
      <p className="mb-4 flex flex-wrap items-baseline gap-x-3" data-testid="lot-number">
        <Doubtful number={lot.number} sd={lot.sd} size="big" />
        <span className="text-soft">
          alive
          {lot.holdings.length > 0
            ? ` in ${[...new Set(lot.holdings.map((h) => h.unit))].join(', ')}`
            : ': none left here'}
        </span>
        {lot.working && (
          <Worked request={lot.working}>
            <span className="link">how it was first measured</span>
          </Worked>
        )}
      </p>
      <div className="grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] gap-x-10 gap-y-6 max-lg:grid-cols-1">
        <div className="flex flex-col gap-6">
          <Stair stair={lot.stair} />
          {lot.fertilisedAt !== null && (
            <ThermalLine waters={lot.waters} fertilisedAt={lot.fertilisedAt} us={us} now={now} timeZone={timeZone} />
          )}
          <section>
            <h2 className="mb-1">Where they are</h2>
            {lot.holdings.length === 0 ? (
              <p className="quiet">Nothing of this lot lives here now.</p>
            ) : (
              <Table>
                <tbody>
                  {lot.holdings.map((h) => (
                    <tr key={h.holdingId}>
                      <td>
                        <Link
                          className="link font-bold"
                          href={
                            h.station === 'eggs' || h.station === 'yolksac'
                              ? `/rooms/${h.roomId}?unit=${encodeURIComponent(h.unit)}`
                              : `/rearing?unit=${encodeURIComponent(h.unit)}`
                          }
                        >
                          {h.unit}
                        </Link>{' '}
                        <span className="quiet">{h.room}</span>
                      </td>
                      <td>
                        <span className="inline-flex items-baseline gap-1.5 [&>svg]:self-center">
                          <Glyph name={h.glyph} size={18} /> {h.stageName}
                        </span>
                      </td>
                      <td className="num">
                        <Doubtful number={h.number} sd={h.sd} />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            )}
          </section>
          {lot.weights.length > 1 && <GrowthChart weights={lot.weights} us={us} timeZone={timeZone} />}
        </div>
        <div className="flex flex-col gap-6">
          {lot.datesGivenUp !== null && (
            <p role="alert" className="text-loss" data-testid="dates-given-up">
              Its dates could not be reckoned anew; those shown are of before. Look at the eggs themselves. They are
              tried again with the next thing recorded of it. {lot.datesGivenUp}
            </p>
          )}
          {lot.holdings[0] && <ClockTable h={lot.holdings[0]} now={now} timeZone={timeZone} />}
          <Parents lot={lot} />
          {(lot.from.length > 0 || lot.into.length > 0) && (
            <section data-testid="relatives">
              <h2 className="mb-1">Came from, went into</h2>
              <ul>
                {lot.from.map((r) => (
                  <li key={r.id} className="border-b border-rule py-1">
                    from{' '}
                    <Link className="link" href={`/lots/${r.id}`}>
                      {r.name}
                    </Link>
                    , {grouped(r.number)}
                  </li>
                ))}
                {lot.into.map((r) => (
                  <li key={r.id} className="border-b border-rule py-1">
                    into{' '}
                    <Link className="link" href={`/lots/${r.id}`}>
                      {r.name}
                    </Link>
                    , {grouped(r.number)}
                  </li>
                ))}
              </ul>
            </section>
          )}
          {lot.gone.length > 0 && (
            <section data-testid="gone">
              <h2 className="mb-1">Gone</h2>
              <Table>
                <tbody>
                  {lot.gone.map((g) => (
                    <tr key={g.account}>
                      <td className={g.account === 'unexplained' ? 'text-loss' : ''}>
                        {goneWords[g.account] ?? g.account}
                      </td>
                      <td className="num font-bold">{grouped(g.number)}</td>
                      <td className="text-soft">{g.sites}</td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </section>
          )}
        </div>
      </div>
      <section className="mt-6">
        <h2 className="mb-1">Ledger</h2>
        <EntryList entries={lot.entries} now={now} timeZone={timeZone} />
        {lot.entries.length === 60 && (
          <Link className="link mt-2 inline-block" href={`/lots/${lot.id}?before=${lot.entries.at(-1)!.seq}`}>
            older entries
          </Link>
        )}
      </section>
    </div>
  );
}

function Parents({ lot }: { lot: LotView }) {
  return (
    <section data-testid="parents">
      <h2 className="mb-1">Parents by share</h2>
      {lot.parents.length === 0 ? (
        <p className="quiet">Not known.</p>
      ) : (
        <>
          <Table>
            <thead>
              <tr>
                <th>female</th>
                <th>males</th>
                <th className="num">share</th>
                <th className="num">alive here</th>
              </tr>
            </thead>
            <tbody>
              {lot.parents.slice(0, 30).map((p) => (
                <tr key={p.family} data-female={p.females}>
                  <td className="font-bold">
                    {p.femaleId === null ? (
                      p.label
                    ) : (
                      <Link className="text-ink" href={`/females/${p.femaleId}`}>
                        {p.females}
                      </Link>
                    )}
                  </td>
                  <td>{p.males}</td>
                  <td className="num">{percent(p.share)}</td>
                  <td className="num">
                    <Doubtful number={p.number} sd={p.share * lot.sd} size="plain" />
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
          <p className="quiet mt-1 text-small">
            Assuming equal survival of all families since the lot was made.
            {lot.parents.length > 30 && ` ${lot.parents.length - 30} more families.`}
          </p>
        </>
      )}
    </section>
  );
}
