import { decimals, figures, grouped } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { massEach } from '@/core/quantities/mass';
import { dayMonth } from '@/core/time/localDay';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { GradingView, SizeRow } from '../views/grading';

const words: Record<SizeRow['is'], string> = {
  grade: 'grade now',
  soon: 'grade soon',
  even: 'even',
  unknown: 'measure anew',
};
const tones: Record<SizeRow['is'], string> = {
  grade: 'font-semibold text-hand',
  soon: 'text-careful',
  even: 'text-soft',
  unknown: 'text-soft',
};

const ORDER: readonly SizeRow['is'][] = ['grade', 'soon', 'unknown', 'even'];

/** How even every tank is, who shoots ahead and who stays behind, and by when each is to be graded. */
export function SizeWatch({
  view,
  chosen,
  now,
  timeZone,
  us,
}: {
  view: GradingView;
  chosen: number;
  now: number;
  timeZone: string;
  us: boolean;
}) {
  const day = (at: number) => dayMonth(at, timeZone, now);
  // What is to be done stands first; within that, in the order of the walk.
  const known = view.rows.filter((r) => r.sample).sort((a, b) => ORDER.indexOf(a.is) - ORDER.indexOf(b.is));
  const never = view.rows.filter((r) => !r.sample);
  return (
    <section aria-label="Size watch" className="mt-6">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Size watch</h2>
      {view.order.map((o) => (
        <p key={o.above} className="mt-1 text-careful">
          {o.above} stands above {o.below} in the water with larger fish, {massEach(o.aboveG, us)} against{' '}
          {massEach(o.belowG, us)}: the smallest get the first water.
        </p>
      ))}
      {known.length > 0 && (
        <div className="overflow-x-auto">
          <Table>
            <thead>
              <tr>
                <th>tank</th>
                <th>lot</th>
                <th className="num">fish</th>
                <th className="num">each</th>
                <th className="num">spread</th>
                <th className="num">rises a week</th>
                <th className="num">shooters</th>
                <th className="num">runts</th>
                <th className="num">eaten a day</th>
                <th>grade by</th>
                <th>says</th>
              </tr>
            </thead>
            <tbody>
              {known.map((r) => (
                <tr key={r.holdingId} data-sizes={r.unit} aria-current={r.holdingId === chosen || undefined}>
                  <td className={r.holdingId === chosen ? 'font-bold' : ''}>
                    <Link className="link" href={`/rearing/grading?of=${r.holdingId}`}>
                      {r.unit}
                    </Link>
                  </td>
                  <td className="text-soft">{r.lot}</td>
                  <td className="num">{grouped(r.number)}</td>
                  <td className="num">{r.meanG === null ? '' : massEach(r.meanG, us)}</td>
                  <td className="num" title={r.sample ? `${r.sample.n} measured ${day(r.sample.at)}` : undefined}>
                    {r.sample && `${decimals(100 * r.sample.cv, 0)} %`}
                    {r.sample?.low != null && (
                      <span className="text-small text-soft">
                        {' '}
                        ±{decimals(50 * (r.sample.high! - r.sample.low), 0)}
                      </span>
                    )}
                  </td>
                  <td className="num">
                    {r.ahead?.from === 'seen' &&
                      `${r.ahead.perDay >= 0 ? '+' : '−'}${decimals(Math.abs(700 * r.ahead.perDay), 1)} ±${decimals(700 * Z95 * r.ahead.perDaySd, 1)}`}
                  </td>
                  <td className="num">
                    {r.sample && r.sample.shooters > 0 && `${figures(100 * r.sample.shooters, 2)} %`}
                  </td>
                  <td className="num">{r.sample && r.sample.runts > 0 && `${figures(100 * r.sample.runts, 2)} %`}</td>
                  <td className="num">
                    {r.eaten && r.eaten.value >= 0.5 && (
                      <>
                        {grouped(Number(r.eaten.value.toPrecision(2)))}
                        <span className="text-small text-soft">
                          {' '}
                          ±{grouped(Number(((r.eaten.high - r.eaten.low) / 2).toPrecision(2)))}
                        </span>
                      </>
                    )}
                  </td>
                  <td>{gradeBy(r, now, day)}</td>
                  <td className={tones[r.is]}>
                    {r.plannedAt !== null ? `planned ${day(r.plannedAt)}` : words[r.is]}
                    {r.plannedAt === null && r.is !== 'even' && r.weekLoss !== null && r.weekLoss >= 1 && (
                      <span className="font-normal text-soft">
                        , a week more costs {grouped(Number(r.weekLoss.toPrecision(2)))}
                      </span>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      )}
      {never.length > 0 && (
        <p className="mt-2">
          <span className="text-soft">Never measured:</span>{' '}
          {never.map((r, i) => (
            <span key={r.holdingId}>
              {i > 0 && ', '}
              <Link
                className={r.holdingId === chosen ? 'font-bold text-ink' : 'link'}
                href={`/rearing/grading?of=${r.holdingId}`}
              >
                {r.unit}
              </Link>
            </span>
          ))}
        </p>
      )}
      {known.length > 0 && (
        <p className="mt-1 text-small text-soft">
          Shooters and runts by the length of the middle fish. Eaten a day is what the lengths allow, were all as hungry
          as Reference says: your own counts tell whether they do.
        </p>
      )}
    </section>
  );
}

/** When the spread passes the mark, with its doubt. */
function gradeBy(r: SizeRow, now: number, day: (at: number) => string): string {
  const p = r.ahead?.passes;
  if (!r.sample || !p) return '';
  if (p.at === null) return p.low === null ? '' : `not before ${day(p.low)}`;
  if (p.at <= now) return 'now';
  return `${day(p.at)}${p.low !== null && p.low > now ? `, from ${day(p.low)}` : ''}`;
}
