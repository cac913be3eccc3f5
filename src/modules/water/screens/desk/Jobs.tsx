'use client';

import { useSession } from '@/client/session';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { DialogButton } from '@/ui/Dialog';
import { priorities, priorityIds } from '../../acts/job/act';
import { JobForm } from '../../acts/job/form';
import { JobDoneForm } from '../../acts/jobDone/form';
import { NoticeForm } from '../../acts/workEvent/form';
import type { WaterDesk } from '../../views/desk';

/** What is to be done at the works: filters whose back-flush is over, then jobs by how soon. */
export function Jobs({ desk, now, timeZone }: { desk: WaterDesk; now: number; timeZone: string }) {
  const { role } = useSession();
  const may = role !== 'reader';
  const nameOf = new Map(desk.works.map((w) => [w.id, w.name]));
  const flushes = desk.works.flatMap((w) => {
    if (w.more.flushDays === null) return [];
    const last = desk.flushed.find((f) => f.workId === w.id) ?? null;
    const late = last === null || now - last.at > w.more.flushDays * DAY_MS;
    return late ? [{ w, last }] : [];
  });
  return (
    <section aria-label="To be done" className="mb-3">
      <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
        To be done
        {may && (
          <span className="ml-auto text-body font-normal">
            <DialogButton word="Note a job" title="Note a job">
              {(done) => <JobForm works={desk.works} done={done} />}
            </DialogButton>
          </span>
        )}
      </h2>
      {flushes.length === 0 && desk.jobs.length === 0 && <p className="quiet my-1">Nothing waits.</p>}
      <ul>
        {flushes.map(({ w, last }) => (
          <li
            key={`flush ${w.id}`}
            className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1"
            data-flush={w.name}
          >
            <b>{w.name}</b>
            <span className="text-careful">
              back-flush:{' '}
              {last === null ? 'never yet, as far as is written' : `last ${dayMonth(last.at, timeZone, now)}`}
            </span>
            {may && (
              <span className="ml-auto">
                <DialogButton word="Back-flushed" title={`${w.name}: back-flushed`}>
                  {(done) => <NoticeForm work={w.id} begin="flushed" done={done} />}
                </DialogButton>
              </span>
            )}
          </li>
        ))}
        {desk.jobs.map((j) => (
          <li key={j.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1" data-job={j.what}>
            {j.workId !== null && <b>{nameOf.get(j.workId) ?? 'a work out of use'}</b>}
            <span>{j.what}</span>
            <span className={`text-small ${j.priority === 1 ? 'font-semibold text-hand' : 'text-soft'}`}>
              {priorities[priorityIds[j.priority - 1]!]}, {j.by} {dayMonth(j.raisedAt, timeZone, now)}
            </span>
            {may && (
              <span className="ml-auto">
                <DialogButton word="Done" title={j.what}>
                  {(done) => <JobDoneForm job={j.id} done={done} />}
                </DialogButton>
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
