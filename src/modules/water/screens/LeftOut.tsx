import { figures, grouped } from '@/core/quantities/format';
import { clock, dayMonth } from '@/core/time/localDay';
import { Table } from '@/ui/Table';
import type { LeftOutDay, LeftOutReason } from '../views/leftOut';

/** Why, and what to do about it. */
const words: Record<LeftOutReason, { why: string; todo: string }> = {
  unknown: {
    why: 'no sensor of that name',
    todo: 'name the sensor in Set-up as the probe does, or the probe as the sensor',
  },
  value: { why: 'a value that no water has', todo: 'look at the probe: in air, broken, or another unit' },
  clock: { why: 'a time far off', todo: 'set the clock of the probe or its gateway' },
  ahead: { why: 'its clock was ahead: corrected and kept', todo: 'set the clock of the probe or its gateway' },
};

/** What probes sent and was left out: nothing of it vanishes in silence. */
export function LeftOut({ list, now, timeZone }: { list: readonly LeftOutDay[]; now: number; timeZone: string }) {
  return (
    <section className="mt-6 max-w-[60rem]" aria-label="Left out">
      <h2 className="mb-1">Left out of what probes sent</h2>
      {list.length === 0 ? (
        <p className="quiet">Nothing in the last month: all that probes sent is kept.</p>
      ) : (
        <div className="overflow-x-auto">
          <Table>
            <thead>
              <tr>
                <th>day</th>
                <th>sensor, as sent</th>
                <th className="num">readings</th>
                <th>why</th>
                <th>last of them</th>
                <th>what to do</th>
              </tr>
            </thead>
            <tbody>
              {list.map((l) => (
                <tr key={`${l.day} ${l.sensor} ${l.reason}`} data-left-out={l.reason}>
                  <td className="whitespace-nowrap">{dayMonth(l.day, timeZone, now)}</td>
                  <td className="font-bold">{l.sensor}</td>
                  <td className="num">{grouped(l.n)}</td>
                  <td>{words[l.reason].why}</td>
                  <td className="whitespace-nowrap text-soft">
                    {figures(l.lastValue, 3)} at {dayMonth(l.lastAt, timeZone, now)} {clock(l.lastAt, timeZone)}
                  </td>
                  <td className="text-soft">{words[l.reason].todo}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      )}
    </section>
  );
}
