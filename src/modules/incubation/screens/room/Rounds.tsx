import type { RoundDone } from '@/core/planning/rounds';
import { decimals, grouped } from '@/core/quantities/format';
import { clock, dayMonth } from '@/core/time/localDay';
import { Table } from '@/ui/Table';

/** What the rounds of the last days took: hours of hands, and how many dead they found in them. */
export function Rounds({ rounds, now, timeZone }: { rounds: readonly RoundDone[]; now: number; timeZone: string }) {
  if (rounds.length === 0) return null;
  return (
    <section aria-label="Rounds" className="mt-2">
      <h3 className="text-body font-bold">Rounds of the last days</h3>
      <Table className="text-small">
        <thead>
          <tr>
            <th>day</th>
            <th className="num">from, to</th>
            <th className="num">at work</th>
            <th className="num">units</th>
            <th className="num">dead</th>
            <th className="num">a minute</th>
          </tr>
        </thead>
        <tbody>
          {rounds.slice(0, 7).map((r) => (
            <tr key={r.day}>
              <td>{dayMonth(r.from, timeZone, now)}</td>
              <td className="num text-soft">
                {clock(r.from, timeZone)}
                {r.to > r.from && `, ${clock(r.to, timeZone)}`}
              </td>
              <td className="num">{r.minutes < 1 ? '' : `${Math.round(r.minutes)} min`}</td>
              <td className="num">{r.units}</td>
              <td className="num">{grouped(r.dead)}</td>
              <td className="num">{r.minutes < 1 ? '' : decimals(r.dead / r.minutes, 1)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}
