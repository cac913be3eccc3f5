import { useState } from 'react';
import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { useSeek } from '@/client/useSeek';
import { Worked } from '@/client/Working';
import type { Floor } from '@/core/planning/floor';
import type { WhereTo } from '@/core/planning/whereTo';
import { grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { raiseJob } from '@/modules/water/acts/job/act';
import { Button } from '@/ui/Button';

type Proposed = WhereTo & { moved: number; warnings?: string[] };

/** What the solver proposes, to be put in force as jobs. */
export function Proposal({ floor, may }: { floor: Floor; may: boolean }) {
  const { timeZone, now } = useSession();
  const { found: proposed, ...solver } = useSeek<Proposed>('move.whereTo', floor.asked);
  const [raised, setRaised] = useState<readonly string[]>([]);
  const job = useAct(raiseJob);
  if (floor.asked === null) return null;
  const tank = (name: string) => floor.tanks.find((t) => t.name === name)!;
  const by = (name: string) => {
    const full = tank(name).holds?.fullAt ?? null;
    return full === null || full <= now ? 'now' : `by ${dayMonth(full, timeZone, now)}`;
  };
  const key = (m: Proposed['moves'][number]) => `${m.lot} ${m.to}`;
  return (
    <section aria-label="Proposal" className="mb-4">
      <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
        Proposal
        <span className="ml-auto text-body font-normal">
          {solver.seeking ? (
            <Button onClick={solver.stop}>stop seeking</Button>
          ) : (
            <Button kind={proposed ? undefined : 'main'} onClick={solver.seek}>
              Propose
            </Button>
          )}
        </span>
      </h2>
      {solver.failed && (
        <p role="alert" className="text-loss">
          {solver.failed}
        </p>
      )}
      {!proposed && !solver.seeking && !solver.failed && (
        <p className="quiet my-1">The fewest moves by which no limit is passed, one lot a tank.</p>
      )}
      {proposed && (
        <>
          <ol>
            {proposed.moves.map((m) => (
              <li key={key(m)} className="border-b border-rule py-1.5" data-move={key(m)}>
                <p className="flex flex-wrap items-baseline gap-x-3">
                  <span>
                    <b>{grouped(m.number)}</b> from <b>{m.lot}</b> to <b>{m.to}</b>
                  </span>
                  <span className="text-careful">{by(m.lot)}</span>
                  {may && (
                    <span className="ml-auto">
                      {raised.includes(key(m)) ? (
                        <span className="text-soft">in force</span>
                      ) : (
                        <Button
                          kind="link"
                          disabled={job.busy}
                          onClick={() =>
                            void job.submit(
                              {
                                what: `${m.to}: clean, disinfect, fill the day before; then ${grouped(m.number)} from ${m.lot}, ${by(m.lot)}`,
                                priority: by(m.lot) === 'now' ? 'now' : 'week',
                              },
                              () => {
                                setRaised((r) => [...r, key(m)]);
                                return 'In force: it stands among the jobs.';
                              },
                            )
                          }
                        >
                          put in force
                        </Button>
                      )}
                    </span>
                  )}
                </p>
                <p className="text-small text-soft">
                  {tank(m.to).room}
                  {tank(m.to).roomId === tank(m.lot).roomId ? ', the same water' : ': another water, temper them'}
                </p>
              </li>
            ))}
          </ol>
          {proposed.short.length > 0 && (
            <p className="mt-1 text-careful">
              No room for {proposed.short.map((s) => `${grouped(s.number)} of ${s.lot}`).join(', ')}: release, sell, or
              empty a tank first.
            </p>
          )}
          {job.refused && <p className="text-loss">{job.refused.message}</p>}
          <p className="mt-1 text-small">
            <Worked request={{ id: 'move.whereTo', input: floor.asked }}>{grouped(proposed.moved)} are moved</Worked>
          </p>
          {(proposed.warnings ?? []).map((x) => (
            <p key={x} className="text-small text-soft">
              {x}
            </p>
          ))}
        </>
      )}
    </section>
  );
}
