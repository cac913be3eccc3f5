import { decimals, grouped } from '@/core/quantities/format';
import { clock, dayMonth } from '@/core/time/localDay';
import { Link } from '@/ui/Link';
import type { GradedLately as Lately } from '../views/gradedLately';

/** More than so many of a class dead within two days of it say that the grading hurt them. */
const HURT = 0.005;

/** What the gradings of the last two days led to: what is missing, who died since, whether they eat again. */
export function GradedLately({ of, now, timeZone }: { of: readonly Lately[]; now: number; timeZone: string }) {
  if (of.length === 0) return null;
  const when = (at: number) => `${dayMonth(at, timeZone, now)} ${clock(at, timeZone)}`;
  return (
    <section aria-label="Graded lately" className="mt-5">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Graded lately</h2>
      {of.map((g) => (
        <div key={g.entryId} className="border-b border-rule py-1.5" data-graded={g.unit}>
          <p>
            <b>{g.unit}</b> {g.lot}, {when(g.at)}
            {g.unexplained !== 0 && (
              <span className="text-careful">
                {' '}
                {grouped(Math.abs(g.unexplained))}{' '}
                {g.unexplained > 0 ? 'fewer than the books held: unexplained' : 'more than the books held'}
              </span>
            )}
          </p>
          <ul className="flex flex-wrap gap-x-8 gap-y-1">
            {g.classes.map((c) => {
              const hurt = c.deadSince > HURT * c.number;
              return (
                <li key={`${c.lotId} ${c.unit}`}>
                  {c.unit}{' '}
                  <Link className="link" href={`/lots/${c.lotId}`}>
                    {c.lot}
                  </Link>
                  : {grouped(c.number)},{' '}
                  <span className={hurt ? 'font-semibold text-loss' : ''}>
                    {grouped(c.deadSince)} dead since
                    {hurt &&
                      ` (${decimals((100 * c.deadSince) / c.number, 1)} %: look at them, and at how it was done)`}
                  </span>
                  , {c.fedAt === null ? 'not fed yet' : `fed again ${when(c.fedAt)}`}
                </li>
              );
            })}
          </ul>
        </div>
      ))}
    </section>
  );
}
