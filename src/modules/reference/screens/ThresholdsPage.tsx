import { plain } from '@/core/quantities/format';
import { type ThresholdId, thresholdIds, thresholdSubjects } from '@/core/thresholds';
import { dayMonth } from '@/core/time/localDay';
import { Table } from '@/ui/Table';
import type { ThresholdRow, ValueChange } from '../views/reference';
import { ThresholdEditor } from './ThresholdEditor';
import { thresholdSays } from './thresholdSays';

/**
 * By what Morula asks, refuses, calls out and waits, beside what species say: rules of thumb of our own, which each
 * hatchery sets as it has found them.
 */
export function ThresholdsPage({
  rows,
  history,
  mayEdit,
  us,
  now,
  timeZone,
}: {
  rows: readonly ThresholdRow[];
  history: readonly ValueChange[];
  mayEdit: boolean;
  us: boolean;
  now: number;
  timeZone: string;
}) {
  const own = rows.filter((r) => r.value !== r.shipped).length;
  return (
    <>
      <h2 className="mb-1 text-title">Thresholds</h2>
      <p className="quiet mb-3 max-w-[46rem]">
        When Morula asks, refuses, calls out or waits. They are rules of thumb that no publication gives; set them as
        your own fish and water have shown. {own === 0 ? 'None is set here yet' : `${own} set here`}; the old value
        stays in the history.
      </p>
      {Object.entries(thresholdSubjects).map(([of, title]) => (
        <section key={of} className="mb-5">
          <h3 className="mb-1 text-lead font-bold">{title}</h3>
          <Table>
            <thead>
              <tr>
                <th className="w-1/2">what</th>
                <th className="num">value</th>
                <th className="max-sm:hidden">rests on</th>
                {mayEdit && (
                  <th>
                    <span className="sr-only">change</span>
                  </th>
                )}
              </tr>
            </thead>
            <tbody>
              {rows
                .filter((r) => r.of === of)
                .map((r) => (
                  <tr key={r.id} data-threshold={r.id}>
                    <td>{r.what}</td>
                    <td className="num whitespace-nowrap">
                      <span className={r.value === r.shipped ? '' : 'font-bold'}>
                        {thresholdSays(r.id, r.value, us)}
                      </span>
                      {r.value !== r.shipped && (
                        <span className="quiet block text-small">ships as {thresholdSays(r.id, r.shipped, us)}</span>
                      )}
                    </td>
                    <td className="text-soft max-sm:hidden">{r.source === 'verify' ? r.hint : r.source}</td>
                    {mayEdit && (
                      <td>
                        <ThresholdEditor row={r} />
                      </td>
                    )}
                  </tr>
                ))}
            </tbody>
          </Table>
        </section>
      ))}
      {history.length > 0 && (
        <>
          <h3 className="mb-1 text-lead font-bold">What was changed here</h3>
          <ul>
            {history.map((h) => (
              <li key={`${h.path}${h.at}`} className="border-b border-rule py-1">
                {dayMonth(h.at, timeZone, now)}, {h.by}: <b>{changed(rows, h, us)}</b>; {h.source}: “{h.why}”
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** What a change was of; a later version may not know it. */
function changed(rows: readonly ThresholdRow[], { path, value }: ValueChange, us: boolean): string {
  const id = thresholdIds.find((t): t is ThresholdId => t === path);
  if (!id || typeof value !== 'number') return `${path}, ${plain(Number(value))}`;
  return `${rows.find((r) => r.id === id)!.what}, ${thresholdSays(id, value, us)}`;
}
