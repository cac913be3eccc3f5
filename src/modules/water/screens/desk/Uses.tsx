import { decimals, grouped } from '@/core/quantities/format';
import { massFigure, readerUnit } from '@/core/quantities/reader';
import { MONTHS } from '@/core/time/localDay';
import type { MonthOfOxygen } from '@/core/water/oxygenByMonth';
import { Table } from '@/ui/Table';
import type { MonthMeasured } from '../../views/energy';

/** What fish use of oxygen, and works of power. */
export type Use = {
  /** Oxygen that all fish use in a day as they are now, kg; null where none was weighed. */
  oxygenKgPerDay: number | null;
  /** Tanks that are not in it. */
  unweighed: number;
  /** Watts of all works together, as they are written down. */
  watts: number;
  /** Measured by probes of power: kilowatt hours of each month, the latest first. */
  measured: MonthMeasured[];
  /** Oxygen of the months to come, as the fish grow. */
  months: readonly MonthOfOxygen[];
};

/** Oxygen and energy: a day now, and month by month where it is measured. */
export function Uses({ of: u, us }: { of: Use; us: boolean }) {
  if (u.oxygenKgPerDay === null && u.watts === 0 && u.measured.length === 0) return null;
  return (
    <section aria-label="Oxygen and energy" className="mt-3">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Oxygen and energy</h2>
      {u.oxygenKgPerDay !== null && (
        <p className="mt-1 mb-2">
          All fish use some <b>{oxygen(u.oxygenKgPerDay, us)}</b> of oxygen a day as they are now,{' '}
          {oxygen(30 * u.oxygenKgPerDay, us)} a month
          {u.unweighed > 0 &&
            `; ${u.unweighed} ${u.unweighed === 1 ? 'tank never weighed is' : 'tanks never weighed are'} not in it`}
          .
        </p>
      )}
      {u.months.length > 0 && <Months list={u.months} us={us} />}
      {u.watts > 0 && (
        <p className="mb-1">
          Works that run throughout take {decimals(u.watts / 1000, 1)} kW,{' '}
          {grouped(Math.round((u.watts * 24 * 30) / 1000))} kWh a month.
        </p>
      )}
      {u.measured.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>month</th>
              <th>measured by</th>
              <th className="num">kWh</th>
              <th className="num">days read</th>
            </tr>
          </thead>
          <tbody>
            {u.measured.slice(0, 6).map((m) => (
              <tr key={`${m.year} ${m.month}`}>
                <td>
                  {MONTHS[m.month]} {m.year}
                </td>
                <td className="text-soft">{m.meters}</td>
                <td className="num">{grouped(Math.round(m.kwh))}</td>
                <td className="num">{m.days}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </section>
  );
}

/** Month by month: what they use as they grow, and how much of it is growth. */
function Months({ list, us }: { list: readonly MonthOfOxygen[]; us: boolean }) {
  const most = Math.max(...list.map((m) => m.kg / m.days));
  return (
    <>
      <Table>
        <thead>
          <tr>
            <th>oxygen in</th>
            <th className="num">in all</th>
            <th className="num">a day</th>
            <th className="num">by growth</th>
            <th aria-label="a day, against the month that asks most" className="w-1/3" />
          </tr>
        </thead>
        <tbody>
          {list.map((m, i) => (
            <tr key={`${m.year} ${m.month}`}>
              <td>
                {MONTHS[m.month]} {m.year}
                {i === 0 && <span className="text-soft">, its last {m.days === 1 ? 'day' : `${m.days} days`}</span>}
              </td>
              <td className="num">{oxygen(m.kg, us)}</td>
              <td className="num font-bold">{oxygen(m.kg / m.days, us)}</td>
              <td className="num">{oxygen(m.kg - m.unchangedKg, us)}</td>
              <td>
                <span className="block h-[9px] bg-deep" style={{ width: `${(100 * m.kg) / m.days / most}%` }} />
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="quiet mt-1 mb-3 text-small">
        As they grow in the water that the month had last year, or has now where it was not read; none dies, leaves or
        comes in.
      </p>
    </>
  );
}

const oxygen = (kg: number, us: boolean) => `${massFigure(kg, us)} ${readerUnit('mass', us)}`;
