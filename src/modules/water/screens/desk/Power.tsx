import { decimals } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { loads } from '@/core/water/circuits/works';
import { Button } from '@/ui/Button';
import { Table } from '@/ui/Table';
import type { WorkRow } from '../../works';

/** The load of each electric circuit. */
export function Power({
  works,
  onSelect,
  stopped,
}: {
  works: readonly WorkRow[];
  onSelect: (id: number) => void;
  stopped: ReadonlySet<number>;
}) {
  const all = loads(works, thresholds.mainsVolts.value);
  if (all.length === 0) return null;
  return (
    <section aria-label="Electric circuits" className="mt-3">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Electric circuits</h2>
      <Table>
        <thead>
          <tr>
            <th>circuit</th>
            <th>hangs on it</th>
            <th className="num">load</th>
            <th className="num">of</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {all.map((l) => (
            <tr key={l.breaker.id} className={stopped.has(l.breaker.id) ? 'bg-hand-wash' : ''}>
              <td>
                <Button kind="link" onClick={() => onSelect(l.breaker.id)}>
                  {l.breaker.name}
                </Button>
              </td>
              <td>
                {works
                  .filter((w) => w.breaker === l.breaker.id)
                  .map((w) => w.name)
                  .join(', ')}
              </td>
              <td className="num">{decimals(l.amperes, 1)} A</td>
              <td className="num">{l.breaker.amperes === null ? '' : `${decimals(l.breaker.amperes, 0)} A`}</td>
              <td
                className={
                  l.share !== null && l.share > thresholds.fullCircuit.value
                    ? 'font-semibold text-careful'
                    : 'text-soft'
                }
              >
                {l.share === null
                  ? 'say what it bears'
                  : `${Math.round(100 * l.share)} %${l.share > 1 ? ', overloaded: it will trip' : l.share > thresholds.fullCircuit.value ? ', nearly full: plug in nothing more' : ''}`}
                {l.unknown.length > 0 && `; not known of ${l.unknown.join(', ')}`}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}
