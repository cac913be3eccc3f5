import { grouped } from '@/core/quantities/format';
import { Table } from '@/ui/Table';
import type { ArrivalsView } from '../views/arrivals';

/** Who stands where: before a run is sorted, and before a net goes into a tank. */
export function Standing({ list }: { list: ArrivalsView['standing'] }) {
  if (list.length === 0) return null;
  const figure = (n: number) => (n === 0 ? <span className="text-soft">0</span> : grouped(n));
  return (
    <section className="mt-6" data-testid="standing">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Where they stand</h2>
      <Table>
        <thead>
          <tr>
            <th>unit</th>
            <th className="num">females</th>
            <th className="num">males</th>
            <th className="num">not sexed</th>
          </tr>
        </thead>
        <tbody>
          {list.map(({ unit, held }) => (
            <tr key={unit ?? ''}>
              <td className={unit === null ? 'text-careful' : 'font-bold'}>{unit ?? 'nobody said where'}</td>
              <td className="num">{figure(held.female)}</td>
              <td className="num">{figure(held.male)}</td>
              <td className="num">{figure(held.unknown)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}
