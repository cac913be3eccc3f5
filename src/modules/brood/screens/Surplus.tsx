import { useSession } from '@/client/session';
import { grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { dayMonth } from '@/core/time/localDay';
import { Table } from '@/ui/Table';
import type { SurplusDay } from '../views/surplus';

/** Days that are listed; the ledger has all. */
const MOST = 12;

/** What went to food, by day, with the paper for whoever receives it. */
export function Surplus({ days, species }: { days: readonly SurplusDay[]; species: string }) {
  const { units, timeZone, now } = useSession();
  const us = units === 'us';
  if (days.length === 0) return null;
  return (
    <section className="mt-5" data-testid="surplus">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Surplus, to food</h2>
      <Table>
        <thead>
          <tr>
            <th>day</th>
            <th className="num">fish</th>
            <th className="num">together</th>
            <th>
              <span className="sr-only">paper</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {days.slice(0, MOST).map((d) => (
            <tr key={d.day}>
              <td className="whitespace-nowrap">{dayMonth(d.at, timeZone, now)}</td>
              <td className="num">{grouped(d.number)}</td>
              <td className="num whitespace-nowrap">
                {d.weighed === 0 ? <span className="text-soft">not weighed</span> : massOfAll(d.massG, us, 2)}
                {d.weighed > 0 && d.weighed < d.number && (
                  <span className="quiet block text-small">{grouped(d.weighed)} of them weighed</span>
                )}
              </td>
              <td>
                <a
                  className="link"
                  href={`/print/surplus?${new URLSearchParams({ species, day: d.day })}`}
                  target="_blank"
                  rel="noopener"
                >
                  paper
                </a>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}
