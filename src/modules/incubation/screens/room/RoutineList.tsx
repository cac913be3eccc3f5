'use client';

import { Check } from 'lucide-react';
import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import type { RoutineTask } from '@/core/planning/routine';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { tickRoutine } from '@/modules/incubation/acts/routine/act';
import { Button } from '@/ui/Button';

/** What is gone over in a room beside the eggs and larvae: one tap, and it is done for all that stand there. */
export function Routine({ tasks, now, timeZone }: { tasks: readonly RoutineTask[]; now: number; timeZone: string }) {
  if (tasks.length === 0) return null;
  const inOrder = [...tasks].sort((a, b) => Number(b.due) - Number(a.due));
  return (
    <section aria-label="Routine" id="routine" className="mt-2">
      <h3 className="text-body font-bold">Routine</h3>
      <ul className="flex flex-wrap gap-x-4 text-body">
        {inOrder.map((t) => (
          // In one list: what was just done keeps its undo where it moves to.
          <Line key={t.id} t={t} now={now} timeZone={timeZone} />
        ))}
      </ul>
    </section>
  );
}

/** Above so many units their number is said, not their names. */
const NAMED = 8;

function Line({ t, now, timeZone }: { t: RoutineTask; now: number; timeZone: string }) {
  const { role } = useSession();
  const act = useAct(tickRoutine);
  const when = (at: number) =>
    isoDay(at, timeZone) === isoDay(now, timeZone)
      ? clock(at, timeZone)
      : `${dayMonth(at, timeZone, now)}, ${clock(at, timeZone)}`;
  const where = t.units.length > NAMED ? `${t.units.length} units` : t.units.join(' ');
  const refused = act.refused && (
    <span role="alert" className="text-loss">
      {act.refused.message} {act.refused.todo}
    </span>
  );
  if (!t.due)
    return (
      <li
        data-routine={t.id}
        data-due="no"
        className="flex min-h-[34px] items-center gap-1 text-small text-deep"
        title={t.says}
      >
        <Check size={15} aria-hidden />
        {t.name} {t.last !== null && <span className="text-soft">{when(t.last)}</span>}
        {act.done?.entry && (
          <Button kind="link" className="ml-1" onClick={() => void act.undo()}>
            undo
          </Button>
        )}
        {refused}
      </li>
    );
  return (
    <li
      data-routine={t.id}
      data-due="yes"
      className="flex min-h-[44px] w-full items-center gap-3 border-b border-rule py-1 pl-[11px]"
    >
      <span className="min-w-0 flex-1">
        <b>{t.name}</b> <span className="text-soft">{where}</span>
        {t.missed > 0 && t.last !== null && <span className="ml-2 font-semibold text-hand">last {when(t.last)}</span>}
        {t.says && <span className="block text-small text-soft">{t.says}</span>}
        {refused}
      </span>
      {role !== 'reader' && (
        <Button
          className="shrink-0"
          disabled={act.busy}
          aria-label={`Done: ${t.name}`}
          onClick={() => void act.submit({ room: t.roomId, task: t.id }, () => `${t.name}: done.`)}
        >
          <Check size={17} aria-hidden /> Done
        </Button>
      )}
    </li>
  );
}
