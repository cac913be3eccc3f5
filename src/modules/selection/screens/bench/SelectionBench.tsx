'use client';

import { useState } from 'react';
import { useSession } from '@/client/session';
import { grouped } from '@/core/quantities/format';
import { lengthOf } from '@/core/quantities/reader';
import { isFollowed, type JudgedFish, mainReason, tagRead } from '@/core/selection/judged';
import { totalsOf } from '@/core/selection/totals';
import { dayMonth } from '@/core/time/localDay';
import { LengthsForm } from '@/modules/sorting/acts/lengths/form';
import { BowlClock } from '@/modules/sorting/screens/bench/BowlClock';
import { Button } from '@/ui/Button';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { CloseForm } from '../../acts/close/form';
import { EndForm } from '../../acts/end/form';
import { GoalForm } from '../../acts/goal/form';
import { rangeOf } from '../../input';
import type { SelectionBenchView } from '../../views/bench';
import { FishMarks } from './FishMarks';
import { Pad } from './Pad';
import { SizeCut } from './SizeCut';
import { Sums } from './Sums';
import { useFish } from './useFish';
import { decisionWords, wordOf } from './words';

/** So many of the last fish stand below the pad. */
const LAST = 12;

/** One tank bowl by bowl: cut to one size, then fish by fish. */
export function SelectionBench({ bench }: { bench: SelectionBenchView }) {
  const { now, timeZone, role } = useSession();
  const may = role === 'manager' || role === 'culturist';
  const here = useFish(bench.id, bench.fish, now, bench.is === 'open' && may);
  const lastBowl = Math.max(1, ...here.fish.map((f) => f.bowl));
  const [chosen, setBowl] = useState<number | null>(null);
  const [edits, setEdits] = useState<JudgedFish | null>(null);
  const bowl = chosen ?? lastBowl;
  const totals = totalsOf(here.fish, bench.scheme);
  const range = rangeOf(bench.goal);
  const inBowl = here.fish.filter((f) => f.bowl === bowl).reduce((s, f) => s + f.count, 0);
  const seen = new Set(here.fish.flatMap((f) => f.first ?? []));
  const tags = new Map(here.fish.flatMap((f) => (f.tag === '' ? [] : [[tagRead(f.tag), f.id] as const])));
  const open = bench.is === 'open' && may && here.stopped === null;
  return (
    <>
      <div className="mb-3 flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <h2 className="text-lead">{bench.unit}</h2>
        <span className="text-soft">
          {bench.speciesName}{' '}
          <Link className="link" href={`/lots/${bench.lotId}`}>
            {bench.lot}
          </Link>
          {bench.strain !== bench.lot && `, ${bench.strain}`}
        </span>
        {bench.number !== null && <Doubtful number={bench.number} sd={bench.sd} size="plain" />}
        <span className="text-soft">begun {dayMonth(bench.begunAt, timeZone, now)}</span>
        {bench.is === 'booked' && <b>in the books</b>}
        {bench.is === 'givenUp' && <b>given up</b>}
        {bench.entryId && (
          <Link className="link" href={`/print/fates/${bench.entryId}`} target="_blank">
            paper
          </Link>
        )}
        {open && (
          <>
            <DialogButton word="Goal" title="Goal of this selection">
              {(done) => <GoalForm selection={bench.id} goal={bench.goal} done={done} />}
            </DialogButton>
            <DialogButton word="Measure lengths" title={`${bench.unit}: lengths`}>
              {(done) => <LengthsForm h={bench} aroundMm={middleOf(bench)} done={done} />}
            </DialogButton>
          </>
        )}
      </div>
      {bench.is !== 'open' && here.unsent > 0 && (
        <p role="alert" className="mb-2 text-loss">
          {grouped(here.unsent)} that {here.unsent === 1 ? 'was' : 'were'} judged at this device never came in before it
          was over. Take its entry back in the ledger: it is on the bench again, and they are sent.
        </p>
      )}
      {here.stopped && (
        <p role="alert" className="mb-2 text-loss">
          {here.stopped}
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_300px] gap-x-8 gap-y-5 max-lg:grid-cols-1">
        <div className="min-w-0">
          {open && (
            <>
              <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2">
                <b className="text-lead">
                  Bowl <span data-testid="bowl">{bowl}</span>
                </b>
                <span className="text-soft">
                  {inBowl === 0 ? 'nothing judged in it' : `${grouped(inBowl)} judged in it`}
                </span>
                <Button onClick={() => setBowl(lastBowl + (here.fish.some((f) => f.bowl === lastBowl) ? 1 : 0))}>
                  Next bowl
                </Button>
                {bowl > 1 && (
                  <Button kind="link" onClick={() => setBowl(bowl - 1)}>
                    the one before
                  </Button>
                )}
                <Sent unsent={here.unsent} refused={here.refused.size} />
              </div>
              <div className="mb-2">
                <BowlClock of={bench} />
              </div>
              <SizeCut bench={bench} bowl={bowl} fish={here.fish} mine={here.mine} onPut={here.put} />
              <div className="mt-3">
                <Pad
                  key={edits?.id ?? 'new'}
                  {...{ scheme: bench.scheme, range, bowl, edits, seen, tags }}
                  followed={bench.followed}
                  onPut={here.put}
                  onUndo={here.undo}
                  onDone={() => setEdits(null)}
                />
              </div>
            </>
          )}
          <Last fish={here.fish} bench={bench} refused={here.refused} onEdit={open ? setEdits : null} />
          {open && (
            <div className="mt-4 flex flex-wrap items-center gap-4">
              {totals.all > 0 && (
                <DialogButton word="To the books" title={`${bench.unit}: the selection`} kind="main">
                  {(done) =>
                    here.unsent > 0 ? (
                      <p className="text-careful">
                        {grouped(here.unsent)} are not sent yet: they go as soon as the connection is back.
                      </p>
                    ) : (
                      <CloseForm
                        selection={bench.id}
                        unit={bench.unit}
                        totals={totals}
                        books={bench.number}
                        places={bench.places}
                        done={done}
                      />
                    )
                  }
                </DialogButton>
              )}
              <DialogButton word="Give it up" title={`${bench.unit}: give the selection up`}>
                {() => <EndForm selection={bench.id} />}
              </DialogButton>
            </div>
          )}
        </div>
        <Sums bench={bench} totals={totals} fish={here.fish} />
      </div>
    </>
  );
}

/** How long they are about, by the last sample. */
const middleOf = (bench: SelectionBenchView): number | undefined =>
  bench.lengths?.mm[Math.floor(bench.lengths.mm.length / 2)];

function Sent({ unsent, refused }: { unsent: number; refused: number }) {
  return (
    <span role="status" className="text-small" data-testid="sent">
      {unsent > 0 && (
        <span className="text-careful">
          {grouped(unsent)} not sent yet: {unsent === 1 ? 'it stays' : 'they stay'} here, and{' '}
          {unsent === 1 ? 'goes' : 'go'} when the connection is back.
        </span>
      )}
      {refused > 0 && <span className="text-loss"> {grouped(refused)} not taken: see below.</span>}
    </span>
  );
}

/** The fish judged last, each to be judged anew; those that are followed by their marks. */
function Last({
  fish,
  bench,
  refused,
  onEdit,
}: {
  fish: readonly JudgedFish[];
  bench: SelectionBenchView;
  refused: ReadonlyMap<string, string>;
  onEdit: ((f: JudgedFish) => void) | null;
}) {
  const us = useSession().units === 'us';
  const [all, setAll] = useState(onEdit === null);
  const [only, setOnly] = useState<'all' | 'followed' | 'undecided'>('all');
  const of = fish.filter(
    (f) => refused.has(f.id) || only === 'all' || (only === 'followed' ? isFollowed(f) : f.decision === 'undecided'),
  );
  const shown = [...of].reverse().slice(0, all ? 400 : LAST);
  if (fish.length === 0)
    return onEdit === null ? null : (
      <p className="mt-3 quiet">
        Nothing judged yet. Cut the bowl to one size first; then, fish by fish, why, and what becomes of it.
      </p>
    );
  return (
    <section aria-label="Judged last" className="mt-4">
      <div className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
        <h3 className="font-bold">{onEdit ? 'Judged last' : 'All that were judged'}</h3>
        {(['all', 'followed', 'undecided'] as const).map((o) => (
          <Button key={o} kind="link" className={only === o ? 'font-bold' : ''} onClick={() => setOnly(o)}>
            {o}
          </Button>
        ))}
        {of.length > LAST && (
          <Button kind="link" onClick={() => setAll(!all)}>
            {all ? 'fewer' : `all ${grouped(of.length)}`}
          </Button>
        )}
      </div>
      <ul>
        {shown.map((f) => {
          const main = mainReason(f.reasons, bench.scheme);
          const then = bench.followed.find((x) => x.fish.id === f.first);
          return (
            <li
              key={f.id}
              className="flex flex-wrap items-center gap-x-3 gap-y-0.5 border-b border-rule py-1"
              data-fish={f.decision}
            >
              <span
                className="size-2.5 flex-none"
                style={{ background: decisionWords.find((d) => d.id === f.decision)!.tone }}
                aria-hidden
              />
              <b>
                {f.count > 1 && `${grouped(f.count)} `}
                {wordOf(f.decision)}
              </b>
              <span className="min-w-0 flex-1 text-soft">
                {[
                  `bowl ${f.bowl}`,
                  main?.word,
                  f.type,
                  f.lengthMm !== null && lengthOf(f.lengthMm, us),
                  f.tag,
                  f.why,
                  f.remark,
                  f.became && (f.became === 'yes' ? 'became what was hoped' : 'did not become what was hoped'),
                  then && `${wordOf(then.fish.decision)} at the first look`,
                ]
                  .filter(Boolean)
                  .join(', ')}
                {refused.has(f.id) && <span className="text-loss"> {refused.get(f.id)}</span>}
              </span>
              {f.marks.length > 0 && <FishMarks marks={f.marks} className="w-14" />}
              {onEdit && f.count === 1 && !f.reasons.includes('small') && !f.reasons.includes('large') && (
                <Button kind="link" onClick={() => onEdit(f)}>
                  judge anew
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
