'use client';

import { useSession } from '@/client/session';
import { figures, grouped, percent } from '@/core/quantities/format';
import { gears, type ReturnShare } from '@/core/release/returns';
import { dayMonth } from '@/core/time/localDay';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import { ReturnForm } from '../acts/returned/form';
import type { Returns } from '../views/returns';

/** What was let go with a mark, what share of it came back, and what share came to be what was wished for. */
export function ReturnsScreen({ of: r, sites }: { of: Returns; sites: readonly { id: number; name: string }[] }) {
  const { timeZone, now, role } = useSession();
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Returns">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>Returns</h1>
        <p className="text-lead text-soft">What came back of what was let go, by its mark</p>
        <span className="ml-auto flex flex-wrap items-baseline gap-x-4">
          <Link className="link" href="/moves">
            Moves and release
          </Link>
          {role !== 'reader' && sites.length > 0 && (
            <DialogButton word="Record returns" title="Fish that came back" kind="main">
              {(done) => <ReturnForm sites={sites} marks={r.known} done={done} />}
            </DialogButton>
          )}
        </span>
      </div>
      {r.marks.length === 0 ? (
        <p className="quiet max-w-prose">
          Nothing was released with a mark yet. A clip, a tag or a dye, said when they are let go, tells them apart when
          they come back: only then can it be known what a release was worth.
        </p>
      ) : (
        <Table>
          <thead>
            <tr>
              <th>water</th>
              <th>mark</th>
              <th>let go</th>
              <th className="num">marked</th>
              <th className="num">came back</th>
              <th className="num">share of them</th>
              <th className="num">of wished size</th>
              <th className="num">reach it</th>
            </tr>
          </thead>
          <tbody>
            {r.marks.map((m) => (
              <tr key={`${m.site} ${m.mark}`} data-mark={m.mark}>
                <td className="font-bold">{m.site}</td>
                <td>{m.mark}</td>
                <td>{m.years.join(', ')}</td>
                <td className="num">
                  <Doubtful number={m.marked} sd={m.sd} />
                </td>
                <td className="num">
                  {grouped(m.seen)}
                  {m.shareSeen < 1 && (
                    <span className="block text-small text-soft">{percent(m.shareSeen)} were looked at</span>
                  )}
                </td>
                <td className="num">
                  <Share of={m.came} />
                </td>
                <td className="num">{grouped(m.wished)}</td>
                <td className="num">
                  <Share of={m.reached} />
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {r.marks.length > 0 && (
        <p className="quiet mt-1 max-w-prose text-small">
          95 of 100: exact for what was seen, with the doubt of the number let go. Fish that nobody looked for did not
          come back either: between years only those of the same trap and the same effort compare.
        </p>
      )}
      {r.looks.length > 0 && (
        <section aria-label="Looks" className="mt-5 max-w-[820px]">
          <h2 className="border-b-2 border-deep/40 pb-0.5">Looked at</h2>
          <ul>
            {r.looks.map((l) => (
              <li key={l.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1">
                <span className="w-28 text-soft">{dayMonth(l.at, timeZone, now)}</span>
                <b>{l.site}</b>
                <span>
                  {gears[l.gear]}: {grouped(l.examined)} looked at, {grouped(l.marked)} with a mark
                </span>
                <span className="text-soft">{l.said}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </section>
  );
}

function Share({ of }: { of: ReturnShare | null }) {
  if (of === null) return <span className="text-careful">more than were marked</span>;
  const p = (x: number) => figures(100 * x, 2);
  return (
    <>
      {p(of.share)} %
      <span className="block whitespace-nowrap text-small text-soft">
        {p(of.low)} to {p(of.high)}
      </span>
    </>
  );
}
