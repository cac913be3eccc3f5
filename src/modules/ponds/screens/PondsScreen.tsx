'use client';

import { useSession } from '@/client/session';
import type { PondMap } from '@/core/ponds/map';
import { grouped, percent } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { PondForm } from '../acts/open/form';
import type { PondRun } from '../views/ponds';
import { isLate, PondMapDrawing } from './PondMapDrawing';

/** Ponds: what is to be done at each, and what their runs came to. */
export function PondsScreen({
  runs,
  ponds,
  map,
}: {
  runs: readonly PondRun[];
  ponds: readonly { id: number; name: string }[];
  /** Where they lie, as far as the map of the waters draws them. */
  map: PondMap | null;
}) {
  const { timeZone, now, role } = useSession();
  const open = runs.filter((r) => r.closedAt === null);
  const past = runs.filter((r) => r.closedAt !== null);
  const free = ponds.filter((p) => !open.some((r) => r.unitId === p.id));
  const day = (t: number) => dayMonth(t, timeZone, now);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Ponds">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>Ponds</h1>
        <p className="text-lead text-soft">
          {ponds.length === 0 ? (
            <>
              No pond yet:{' '}
              <Link className="link" href="/setup">
                Set-up
              </Link>{' '}
              makes them: units of the kind pond.
            </>
          ) : open.length === 0 ? (
            'No run is open.'
          ) : (
            `${open.length} of ${ponds.length} in a run`
          )}
        </p>
        {(role === 'manager' || role === 'culturist') && free.length > 0 && (
          <span className="ml-auto">
            <DialogButton word="Begin a run" title="Begin a run of a pond" kind="main">
              {(done) => <PondForm ponds={free} drawn={map?.ponds} done={done} />}
            </DialogButton>
          </span>
        )}
      </div>
      <div className={map ? 'grid grid-cols-[minmax(0,1fr)_minmax(0,460px)] gap-x-8 gap-y-4 max-lg:grid-cols-1' : ''}>
        <div>
          {open.map((r) => {
            const late = isLate(r, now);
            return (
              <p
                key={r.id}
                className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2"
                data-pond={r.unit}
              >
                <Link className="link text-lead font-bold" href={`/ponds/${r.id}`}>
                  {r.unit}
                </Link>
                <span className={late ? 'font-semibold text-careful' : ''}>
                  {r.books.stands > 0 ? (
                    <>
                      <Doubtful number={r.books.stands} sd={r.books.standsSd} /> stand in it
                    </>
                  ) : r.next ? (
                    `${late ? 'late: ' : 'next: '}${r.next.word}, ${day(Date.parse(r.next.from))}`
                  ) : (
                    'ready to be stocked'
                  )}
                </span>
                <span className="ml-auto text-soft">
                  drained {day(r.begunAt)}
                  {r.books.stocked === 0 && `, can be stocked ${day(r.ready)}`}
                </span>
              </p>
            );
          })}
          {past.length > 0 && <h2 className="mt-4 border-b-2 border-deep/40 pb-0.5">Runs that are over</h2>}
          {past.map((r) => (
            <p key={r.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5">
              <Link className="link font-semibold" href={`/ponds/${r.id}`}>
                {r.unit}
              </Link>
              <span>
                {r.sheet.survival === null
                  ? 'never stocked'
                  : `${percent(r.sheet.survival)} of ${grouped(Math.round(r.books.stocked))} came out`}
              </span>
              <span className="ml-auto text-soft">
                {day(r.begunAt)} to {day(r.closedAt!)}
              </span>
            </p>
          ))}
        </div>
        {map && <PondMapDrawing map={map} runs={runs} />}
      </div>
    </section>
  );
}
