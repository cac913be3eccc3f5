import { decimals, grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import type { CountRow } from '../views/countDesk';
import { CountHere } from './CountHere';

/** How many stand first in the list of what is least sure. */
const FIRST = 12;

/** How many, and how sure? What the books are least sure of, and one of them to be counted in any way. */
export function CountDesk({
  rows,
  of,
  now,
  timeZone,
}: {
  rows: readonly CountRow[];
  /** The holding that is counted; null for the one of which a count would bring most. */
  of: number | null;
  now: number;
  timeZone: string;
}) {
  const chosen = rows.find((r) => r.holdingId === of) ?? rows[0];
  const shown =
    chosen && !rows.slice(0, FIRST).includes(chosen) ? [chosen, ...rows.slice(0, FIRST)] : rows.slice(0, FIRST);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Count desk">
      <h1 className="mb-2">Count desk</h1>
      {!chosen ? (
        <p className="quiet">
          Nothing stands yet. What is taken or brought in stands here with how sure its number is.
        </p>
      ) : (
        <div className="grid grid-cols-[minmax(0,460px)_minmax(0,1fr)] gap-x-10 gap-y-6 max-lg:grid-cols-1">
          <CountHere
            key={chosen.holdingId}
            row={chosen}
            others={rows.map((r) => ({ id: r.holdingId, label: `${r.unit}, ${r.lot}`, room: r.room }))}
          />
          <section aria-label="Least sure" className="min-w-0">
            <h2 className="border-b-2 border-deep/40 pb-0.5">The books are least sure here</h2>
            <p className="mt-1 text-small text-soft">
              Ranked by what a count of usual care (±5 %) would bring: animals by which the ± narrows.
            </p>
            <div className="overflow-x-auto">
              <Table>
                <thead>
                  <tr>
                    <th>unit</th>
                    <th>lot</th>
                    <th className="num">the books say</th>
                    <th className="num">±</th>
                    <th>counted</th>
                    <th className="num">a count brings</th>
                  </tr>
                </thead>
                <tbody>
                  {shown.map((r) => (
                    <tr key={r.holdingId} aria-current={r === chosen || undefined} data-sure={r.unit}>
                      <td className={r === chosen ? 'font-bold' : ''}>
                        <Link className="link" href={`/count?of=${r.holdingId}`}>
                          {r.unit}
                        </Link>
                      </td>
                      <td className="text-soft">
                        {r.lot} {r.stageName}
                      </td>
                      <td className="num">
                        <Doubtful number={r.number} sd={r.sd} />
                      </td>
                      <td className={`num ${r.share > VAGUE ? 'text-careful' : ''}`}>{decimals(100 * r.share, 0)} %</td>
                      <td className="text-soft">
                        {r.countedAt === null ? 'never' : dayMonth(r.countedAt, timeZone, now)}
                      </td>
                      <td className="num">{r.brings < 1 ? '' : grouped(Number(r.brings.toPrecision(2)))}</td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </div>
          </section>
        </div>
      )}
    </section>
  );
}

/** A number less sure than this says little. */
const VAGUE = 0.15;
