import { decimals, grouped, withDoubt } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { EntryList } from '@/modules/records/screens/EntryList';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { LineMark, LineView } from '../views/line';
import { LineGraph } from './LineGraph';

/** Every count on a line of descent at once: what they say together, and which of them cannot be true beside the others. */
export function LineScreen({
  line,
  lotId,
  now,
  timeZone,
}: {
  line: LineView;
  lotId: number;
  now: number;
  timeZone: string;
}) {
  const day = (at: number) => dayMonth(at, timeZone, now);
  const counts = line.marks.filter((m) => m.counted);
  const losses = line.marks.filter((m) => m.lost && m.lost.number > m.lost.half && m.lost.number >= 1);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="The whole line">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>
          The whole line of{' '}
          <Link className="link" href={`/lots/${lotId}`}>
            {line.lot}
          </Link>
        </h1>
        {line.why === null && (
          <span className="text-soft">
            {counts.length} {counts.length === 1 ? 'number was' : 'numbers were'} measured on it
          </span>
        )}
      </div>
      {line.why === 'tooWide' && (
        <p className="quiet">
          More lots hang together with this one than anybody can reconcile at once: they were mixed with many others.
        </p>
      )}
      {line.why === 'notTied' && (
        <p className="quiet">
          A part of this line hangs on nothing that was measured: count it, and it can be reconciled.
        </p>
      )}
      {line.why === null && (
        <>
          <Verdict line={line} day={day} />
          {line.entry && line.blamed && (
            <div className="mb-3 max-w-[760px] border-y border-rule py-1" data-testid="put-right">
              <EntryList entries={[line.entry]} now={now} timeZone={timeZone} compact />
            </div>
          )}
          <LineGraph marks={line.marks} blamed={line.blamed?.id ?? null} now={now} timeZone={timeZone} />
          <div className="mt-4 grid grid-cols-[minmax(0,1.75fr)_minmax(0,1fr)] gap-x-8 gap-y-6 max-lg:grid-cols-1">
            <Counts counts={counts} blamed={line.blamed?.id ?? null} day={day} />
            <div className="flex flex-col gap-6">
              <NowThere line={line} />
              <Losses losses={losses} day={day} />
            </div>
          </div>
        </>
      )}
    </section>
  );
}

const words = (n: { number: number; half: number }) => {
  const d = withDoubt(n.number, n.half);
  return d.half ? `${d.number} ±${d.half}` : d.number;
};
const whatWords: Record<LineMark['what'], string> = {
  came: 'came',
  counted: 'counted',
  emptied: 'emptied',
  'went over': 'went over',
  between: 'between',
  now: 'now',
};

function Verdict({ line, day }: { line: LineView; day: (at: number) => string }) {
  const b = line.blamed;
  if (!b?.others)
    return (
      <p className="mb-3" data-testid="line-verdict">
        {line.worst
          ? `All of them can be true together. The one that fits least, ${line.worst.unit} on ${day(line.worst.at)}, is off by ${decimals(Math.abs(line.worst.off), 1)} standard deviations, which chance makes.`
          : 'No number of it is told by another: nothing can be held against anything yet.'}
      </p>
    );
  const more = b.counted!.number > b.others.number;
  return (
    <p className="mb-2 text-hand" data-testid="line-verdict">
      <b>They cannot all be true together.</b> Look at {b.unit}, {day(b.at)}, first: {words(b.counted!)} were told
      there, the others say {words(b.others)}: {grouped(Math.abs(b.counted!.number - b.others.number))} too{' '}
      {more ? 'many' : 'few'}, {decimals(Math.abs(b.off), 1)} standard deviations. {look(b, more)}
      {line.alike.length > 0 &&
        ` As far off: ${line.alike.map((m) => `${m.unit} on ${day(m.at)}, ${words(m.counted!)}`).join('; ')}.`}
    </p>
  );
}

/** Where such a slip commonly comes from. */
function look(m: LineMark, more: boolean): string {
  const ratio = m.counted!.number / Math.max(1, m.others!.number);
  if (ratio > 7 || ratio < 1 / 7) return 'A digit too many or too few?';
  if (m.what === 'came')
    return more ? 'A wrong packing, or a volume read too high?' : 'A volume read too low, or a share forgotten?';
  return more
    ? 'Counted twice while netting, water weighed with them, a mean of small ones only?'
    : 'A batch of large ones only, some left in the tank, a bucket not written down?';
}

function Counts({
  counts,
  blamed,
  day,
}: {
  counts: readonly LineMark[];
  blamed: string | null;
  day: (at: number) => string;
}) {
  return (
    <section aria-label="Counts">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Every number that was measured</h2>
      <div className="overflow-x-auto">
        <Table>
          <thead>
            <tr>
              <th>day</th>
              <th>where</th>
              <th />
              <th className="num">measured</th>
              <th className="num">the others say</th>
              <th className="num">together</th>
              <th className="num">off, sd</th>
            </tr>
          </thead>
          <tbody>
            {[...counts]
              .sort((a, b) => a.at - b.at)
              .map((m) => (
                <tr key={m.id} className={m.id === blamed ? 'font-semibold text-hand' : ''}>
                  <td className="whitespace-nowrap">{day(m.at)}</td>
                  <td>
                    {m.unit} <span className="text-small text-soft">{m.lot}</span>
                  </td>
                  <td className="text-small text-soft">{whatWords[m.what]}</td>
                  <td className="num">{words(m.counted!)}</td>
                  <td className="num">{m.others ? words(m.others) : ''}</td>
                  <td className="num">{words({ number: m.says, half: m.half })}</td>
                  <td className="num">{m.others ? decimals(m.off, 1) : ''}</td>
                </tr>
              ))}
          </tbody>
        </Table>
      </div>
    </section>
  );
}

function NowThere({ line }: { line: LineView }) {
  if (line.now.length === 0) return null;
  const without = line.now.some((n) => n.without);
  return (
    <section aria-label="What stands now">
      <h2 className="border-b-2 border-deep/40 pb-0.5">What stands now, by all of them</h2>
      <Table>
        <thead>
          <tr>
            <th>unit</th>
            <th className="num">together</th>
            {without && <th className="num">without that one</th>}
          </tr>
        </thead>
        <tbody>
          {line.now.map((n) => (
            <tr key={`${n.unit}${n.lotId}`}>
              <td>
                {n.unit}{' '}
                <Link className="link text-small" href={`/lots/${n.lotId}`}>
                  {n.lot}
                </Link>
              </td>
              <td className="num">{words({ number: n.says, half: n.half })}</td>
              {without && (
                <td className="num">{n.without ? words({ number: n.without.says, half: n.without.half }) : ''}</td>
              )}
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="mt-1 text-small text-soft">
        The books keep their own number until somebody corrects an entry or counts: this is what all numbers together
        make likely.
      </p>
    </section>
  );
}

function Losses({ losses, day }: { losses: readonly LineMark[]; day: (at: number) => string }) {
  return (
    <section aria-label="Lost unseen">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Lost on the way, beyond what was taken out</h2>
      {losses.length === 0 ? (
        <p className="quiet py-1">On no step was more lost than its doubt allows.</p>
      ) : (
        <ul>
          {[...losses]
            .sort((a, b) => b.lost!.number - a.lost!.number)
            .slice(0, 12)
            .map((m) => (
              <li key={m.id} className="border-b border-rule py-1">
                <b>{words(m.lost!)}</b> by {day(m.at)} in {m.unit}{' '}
                <span className="text-small text-soft">
                  {m.lot} {m.stageName}
                </span>
              </li>
            ))}
        </ul>
      )}
    </section>
  );
}
