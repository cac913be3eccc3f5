import type { HarvestClass } from '@/core/ponds/harvestClasses';
import { massBound, massOfAll } from '@/core/quantities/mass';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';

/** What it will bring, class by class, so that baskets and buyers are there. */
export function ClassesOfHarvest({ of, us }: { of: readonly HarvestClass[]; us: boolean }) {
  const sexes = of.some((c) => c.female !== null);
  const size = (g: number) => massBound(g, us);
  return (
    <Table className="my-1 w-full" aria-label="By size and sex">
      <thead>
        <tr className="text-left text-soft">
          <th className="font-normal">size</th>
          <th className="num font-normal">number</th>
          <th className="num font-normal">together</th>
          {sexes && <th className="num font-normal">females</th>}
          {sexes && <th className="num font-normal">males</th>}
        </tr>
      </thead>
      <tbody>
        {of.map((c) => (
          <tr key={c.fromG ?? 0} data-class={c.fromG ?? 0}>
            <td className="whitespace-nowrap">
              {c.fromG === null
                ? c.toG === null
                  ? 'all'
                  : `lighter than ${size(c.toG)}`
                : c.toG === null
                  ? `${size(c.fromG)} and heavier`
                  : `${size(c.fromG)} to ${size(c.toG)}`}
            </td>
            <td className="num">
              <Doubtful number={c.all.number} sd={c.all.sd} />
            </td>
            <td className="num">{massOfAll(1000 * c.all.massKg, us, 0)}</td>
            {[c.female, c.male].map(
              (s, i) =>
                s && (
                  <td key={i} className="num">
                    <Doubtful number={s.number} sd={s.sd} />
                  </td>
                ),
            )}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
