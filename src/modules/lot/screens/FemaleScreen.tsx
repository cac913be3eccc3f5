import { grouped, percent } from '@/core/quantities/format';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import type { FemaleView } from '../views/female';

const columns = [
  ['picked', 'picked'],
  ['dead', 'dead'],
  ['released', 'released'],
  ['sold', 'sold'],
  ['culled', 'culled'],
  ['sampled', 'sampled'],
  ['escaped', 'escaped'],
  ['unexplained', 'unexplained'],
] as const;

/** Forward from one female: every fish of hers, alive or gone. */
export function FemaleScreen({ f }: { f: FemaleView }) {
  const used = columns.filter(([account]) => f.gone[account]);
  return (
    <div className="px-6 py-4 max-sm:px-3">
      <h1 className="text-title">{f.tag}</h1>
      <p className="quiet mb-3">{f.species}, female</p>
      <p className="mb-4" data-testid="female-alive" data-alive={f.alive}>
        <Doubtful number={f.alive} sd={f.sd} size="big" />{' '}
        <span className="quiet">of her offspring alive here, by her share of each lot</span>
      </p>
      <div className="overflow-x-auto">
        <Table className="max-w-[1000px]">
          <thead>
            <tr>
              <th>lot</th>
              <th className="num">her share</th>
              <th className="num">alive</th>
              <th>in</th>
              {used.map(([, word]) => (
                <th key={word} className="num">
                  {word}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {f.lots.map((l) => (
              <tr key={l.lotId} data-lot={l.lot}>
                <td>
                  <Link className="link" href={`/lots/${l.lotId}`}>
                    {l.lot}
                  </Link>
                </td>
                <td className="num">{percent(l.share)}</td>
                <td className="num">
                  <Doubtful number={l.alive} sd={l.sd} />
                </td>
                <td className="text-soft">{l.units}</td>
                {used.map(([account, word]) => (
                  <td key={word} className="num">
                    {l.gone[account] ? grouped(l.gone[account]) : ''}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
      <p className="quiet mt-2 text-small">Assuming equal survival of all families of a lot.</p>
    </div>
  );
}
