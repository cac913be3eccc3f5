import { measured } from '@/core/quantities/reader';
import { MONTHS } from '@/core/time/localDay';
import { type SourceBudget, shortMonths } from '@/core/water/budget';
import { Table } from '@/ui/Table';
import { ShareBar } from './ShareBar';

/** A source with what it gives and what may be taken of it, month by month. */
export type SourceRow = SourceBudget & {
  gives: readonly (number | null)[] | null;
  permit: readonly (number | null)[] | null;
};

/** What each source gives, and what is asked of it. */
export function Sources({
  of,
  month,
  roomNames,
  us,
}: {
  of: readonly SourceRow[];
  /** This month, 0 is January. */
  month: number;
  roomNames: ReadonlyMap<number, string>;
  us: boolean;
}) {
  return (
    <section aria-label="Sources">
      <h2 className="border-b-2 border-deep/40 pb-0.5">What the sources give, and what is asked of them</h2>
      <div className="overflow-x-auto">
        <Table>
          <tbody>
            {of.map((s) => {
              const gives = s.gives?.[month] ?? s.givesLPerMin;
              const permit = s.permit?.[month] ?? null;
              const most = gives === null ? permit : permit === null ? gives : Math.min(gives, permit);
              const share = most === null ? undefined : s.asksLPerMin / most;
              const short = shortMonths(s.asksLPerMin, s.givesLPerMin, s.gives, s.permit, month);
              return (
                <tr key={s.id} data-source={s.name}>
                  <td className="font-semibold">{s.name}</td>
                  <td className="num">
                    {measured(s.asksLPerMin, 'flow', us)}
                    <span className="text-soft">
                      {' '}
                      {most === null
                        ? 'asked; say what it gives'
                        : `of ${measured(most, 'flow', us)}${permit !== null && permit === most ? ' that may be taken' : ''}`}
                    </span>
                  </td>
                  <td>
                    <ShareBar of={share} binds />
                  </td>
                  <td className="text-soft">
                    {s.rooms
                      .map((r) => `${roomNames.get(r)}${s.shared.includes(r) ? ' (others feed it, too)' : ''}`)
                      .join(', ')}
                  </td>
                  <td className="text-careful">
                    {share !== undefined && share > 1
                      ? permit !== null && permit === most
                        ? 'more is set than may be taken now'
                        : 'less comes than is set: somebody gets too little'
                      : ''}
                    {short.length > 0 && (
                      <span className="block">
                        {monthsSaid(short.map((m) => m.month))}:{' '}
                        {short.some((m) => m.permitLPerMin !== null && s.asksLPerMin > m.permitLPerMin)
                          ? 'more than the permit allows'
                          : 'less comes than is set now'}
                        {leastOf(short) !== null && `, ${measured(leastOf(short)!, 'flow', us)} at the least`}
                      </span>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      </div>
    </section>
  );
}

/** Months in a row are told by the first and the last. @example monthsSaid([6, 7, 8]) // "Jul to Sep" */
export function monthsSaid(months: readonly number[]): string {
  const runs: number[][] = [];
  for (const m of months) {
    const run = runs.at(-1);
    if (run && (run.at(-1)! + 1) % 12 === m) run.push(m);
    else runs.push([m]);
  }
  return runs
    .map((r) => (r.length < 3 ? r.map((m) => MONTHS[m]).join(', ') : `${MONTHS[r[0]!]} to ${MONTHS[r.at(-1)!]}`))
    .join(', ');
}

const leastOf = (short: readonly { givesLPerMin: number | null; permitLPerMin: number | null }[]): number | null => {
  const all = short.flatMap((m) => [m.givesLPerMin, m.permitLPerMin].filter((v) => v !== null));
  return all.length === 0 ? null : Math.min(...all);
};
