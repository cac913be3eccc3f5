import { grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { Table } from '@/ui/Table';
import type { ProgrammeLot } from '../../views/programme';
import { dateOf, turn } from './turns';

/** All lots of one water: who hatches when, as things go and with the course, and who hatches beside whom. */
export function LotDates({
  dates,
  chosen,
  drawn,
  running,
  now,
  timeZone,
}: {
  dates: readonly { lot: ProgrammeLot; dates: ReadonlyMap<string, number | null> }[];
  chosen: number | null;
  drawn: boolean;
  running: boolean;
  now: number;
  timeZone: string;
}) {
  return (
    <Table>
      <thead>
        <tr>
          <th>lot in this water</th>
          <th className="num">eggs</th>
          <th className="num">hatch as now</th>
          <th className="num">{drawn ? 'with this course' : running ? 'in force' : ''}</th>
          <th className="num">swum up</th>
        </tr>
      </thead>
      <tbody>
        {dates.map(({ lot: l, dates: d }) => {
          const hatch = turn(l, 'hatch');
          const at = dateOf({ lot: l, dates: d }, 'hatch');
          const up = dateOf({ lot: l, dates: d }, 'feeding');
          const beside = dates.filter(
            (o) => o.lot.id !== l.id && at !== null && Math.abs((dateOf(o, 'hatch') ?? 0) - at) < 2 * DAY_MS,
          );
          return (
            <tr key={l.id} className={l.id === chosen ? 'font-semibold' : ''}>
              <td>
                {l.name}{' '}
                <span className="quiet">{l.units.length > 4 ? `${l.units.length} units` : l.units.join(' ')}</span>
                {beside.length > 0 && at !== null && at > now && (
                  <span className="block text-small font-normal text-careful">
                    hatches beside {beside.map((b) => b.lot.name).join(', ')}
                  </span>
                )}
              </td>
              <td className="num">{grouped(l.number)}</td>
              <td className="num">
                {hatch?.seen ? 'seen' : hatch?.at ? dayMonth(hatch.at, timeZone, now) : 'no forecast'}
              </td>
              <td className="num">
                {drawn || running ? (hatch?.seen ? '' : at ? dayMonth(at, timeZone, now) : 'not reached') : ''}
              </td>
              <td className="num">{up ? dayMonth(up, timeZone, now) : ''}</td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
