'use client';

import { useSession } from '@/client/session';
import type { Times } from '@/core/feeding/regimesCompared';
import { figures, grouped } from '@/core/quantities/format';
import { massEach } from '@/core/quantities/mass';
import { dayMonth } from '@/core/time/localDay';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { RegimesOfLot } from '../../views/regimesBeside';

/** Two ways of feeding on sister tanks: what they came to, and whether that is more than chance. */
export function RegimesBeside({ list }: { list: readonly RegimesOfLot[] }) {
  const { now, timeZone, units } = useSession();
  if (list.length === 0) return null;
  return (
    <section aria-label="Regimes beside each other" className="mt-2 max-w-[900px]">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Regimes beside each other</h2>
      {list.map((s) => (
        <article key={`${s.lotId}${s.b.unit}`} aria-label={`${s.lot}, ${s.a.unit} and ${s.b.unit}`} className="mb-4">
          <Table>
            <thead>
              <tr>
                <th>
                  <Link className="link" href={`/lots/${s.lotId}`}>
                    {s.lot}
                  </Link>
                  , since {dayMonth(s.a.since, timeZone, now)}
                </th>
                <th>regime</th>
                <th className="num">alive</th>
                <th className="num">dead</th>
                <th className="num">mean</th>
              </tr>
            </thead>
            <tbody>
              {[s.a, s.b].map((t) => (
                <tr key={t.unit}>
                  <td className="font-bold">{t.unit}</td>
                  <td>{t.regime}</td>
                  <td className="num">{grouped(Math.round(t.number))}</td>
                  <td className="num">{grouped(t.dead)}</td>
                  <td className="num">{t.mean ? massEach(t.mean.g, units === 'us') : ''}</td>
                </tr>
              ))}
            </tbody>
          </Table>
          <p className="mt-1">
            {deathsSay(s)} {massSay(s)}
          </p>
        </article>
      ))}
      <p className="quiet text-small">
        One tank of each: tanks differ in light, flow and place too. Change sides with the next lot before you believe
        it.
      </p>
    </section>
  );
}

const between = (t: Times) => `${figures(t.low, 2)} to ${figures(t.high, 2)}`;
/** Whether chance alone would do: one lies in the interval. */
const open = (t: Times) => t.low <= 1 && t.high >= 1;

function deathsSay(s: RegimesOfLot): string {
  if (!s.deaths) return 'Three counts of dead in each tank tell whether more die in one.';
  return open(s.deaths)
    ? `Whether more die in one is open: ${figures(s.deaths.at, 2)} times as many in ${s.b.unit} (${between(s.deaths)}).`
    : `In ${s.b.unit} ${figures(s.deaths.at, 2)} times as many died as in ${s.a.unit} (${between(s.deaths)}): ${s.deaths.at < 1 ? s.b.regime : s.a.regime} lost fewer.`;
}

function massSay(s: RegimesOfLot): string {
  if (!s.mass) return 'Weigh both to tell which grows.';
  const by = (x: number) => `${Math.round(100 * Math.abs(x - 1))} %`;
  return open(s.mass)
    ? 'They weigh alike as far as the weighings tell.'
    : `They are ${by(s.mass.at)} ${s.mass.at > 1 ? 'heavier' : 'lighter'} there (${by(s.mass.low)} to ${by(s.mass.high)}).`;
}
