import { accountWords } from '@/core/books/accountWords';
import { decimals, grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { HallNav } from '@/modules/rearing/screens/HallNav';
import { Fold } from '@/ui/Fold';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { StrainCard } from '../views/strains';

/** What earlier batches of each strain and each supplier became. */
export function StrainsScreen({
  cards,
  now,
  timeZone,
}: {
  cards: readonly StrainCard[];
  now: number;
  timeZone: string;
}) {
  const species = [...new Set(cards.map((c) => c.speciesName))];
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Strains and suppliers">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>Strains and suppliers</h1>
        <HallNav here={null} />
      </div>
      {cards.length === 0 && (
        <p className="quiet">
          Nothing has been taken or brought in yet. Each stands under the strain of its parents, or where it came from.
        </p>
      )}
      {species.map((s) => (
        <section key={s} aria-label={s} className="mt-4">
          <h2 className="border-b-2 border-deep/40 pb-0.5">{s}</h2>
          {cards
            .filter((c) => c.speciesName === s)
            .map((c) => (
              <Card key={c.strain} card={c} now={now} timeZone={timeZone} />
            ))}
        </section>
      ))}
    </section>
  );
}

const per100 = (share: number) => decimals(100 * share, 100 * share < 10 ? 1 : 0);

function Card({ card: c, now, timeZone }: { card: StrainCard; now: number; timeZone: string }) {
  return (
    <div className="border-b border-rule py-2" data-strain={c.strain}>
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h3 className="text-lead font-bold">{c.strain === 'own' ? 'own fish, strain not said' : c.strain}</h3>
        <span className="text-soft">
          {c.from === 'brought' ? 'brought in' : 'bred here'}, {c.batches.length}{' '}
          {c.batches.length === 1 ? 'batch' : 'batches'}
        </span>
        {c.began > 0 && (
          <span>
            <b>{per100(c.cameThrough / c.began)} %</b> of {grouped(c.began)} alive or gone out as meant
          </span>
        )}
        <Said word="kept when chosen" of={c.kept} />
        <Said word="deformed" of={c.deformed} />
        <Said word="became what was hoped" of={c.became} />
      </div>
      <Fold title="Its batches">
        <div className="overflow-x-auto">
          <Table>
            <thead>
              <tr>
                <th>batch</th>
                <th>season</th>
                <th>began</th>
                <th className="num">with</th>
                <th className="num">alive</th>
                <th>what became of the others</th>
              </tr>
            </thead>
            <tbody>
              {c.batches.map((b) => (
                <tr key={b.lotId}>
                  <td>
                    <Link className="link" href={`/lots/${b.lotId}`}>
                      {b.lot}
                    </Link>
                  </td>
                  <td>{b.season}</td>
                  <td>{dayMonth(b.at, timeZone, now)}</td>
                  <td className="num">{grouped(b.began)}</td>
                  <td className="num">{grouped(b.alive)}</td>
                  <td className="text-soft">
                    {Object.entries(b.gone)
                      .filter(([, n]) => Math.abs(n) >= 1)
                      .sort((x, y) => y[1] - x[1])
                      .map(([k, n]) => `${accountWords[k] ?? k} ${grouped(n)}`)
                      .join(', ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      </Fold>
    </div>
  );
}

function Said({ word, of }: { word: string; of: StrainCard['kept'] }) {
  return of ? (
    <span>
      {word}: <b>{per100(of.share)}</b> of 100{' '}
      <span className="text-small text-soft">
        ({per100(of.low)} to {per100(of.high)}; {grouped(of.of)} looked at)
      </span>
    </span>
  ) : null;
}
