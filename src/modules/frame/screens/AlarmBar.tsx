'use client';

import { BellRing } from 'lucide-react';
import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { clock, dayMonth } from '@/core/time/localDay';
import { workEvents } from '@/core/water/circuits/works';
import { seeAlarm } from '@/modules/water/acts/seeAlarm/act';
import type { OpenAlarm } from '@/modules/water/views/alarms';
import type { WorkDown } from '@/modules/water/works';
import { Button } from '@/ui/Button';
import { Link } from '@/ui/Link';

/** Alarms of the water across every page: what is off, what to do, and who sees to it. */
export function AlarmBar({ alarms, down }: { alarms: readonly OpenAlarm[]; down: readonly WorkDown[] }) {
  if (alarms.length === 0 && down.length === 0) return null;
  const unseen = alarms.filter((a) => a.seenAt === null);
  const shown = unseen.length > 0 ? unseen : alarms;
  return (
    <section aria-label="Alarms" role="alert" className="no-print border-b border-hand bg-hand-wash px-4 py-1.5">
      <ul className="flex flex-col gap-1">
        {down.slice(0, 3).map((w) => (
          <DownLine key={w.name} w={w} />
        ))}
        {shown.slice(0, 3).map((a) => (
          <AlarmLine key={a.id} a={a} />
        ))}
      </ul>
      {alarms.length > Math.min(3, shown.length) && (
        <p className="text-small text-soft">
          {alarms.length - Math.min(3, shown.length)} more{' '}
          {alarms.length - Math.min(3, shown.length) === 1 ? 'alarm stands' : 'alarms stand'}
        </p>
      )}
    </section>
  );
}

/** A work of the water that somebody said has stopped. */
function DownLine({ w }: { w: WorkDown }) {
  const { timeZone } = useSession();
  return (
    <li className="flex flex-wrap items-baseline gap-x-3 gap-y-0.5 text-body">
      <BellRing size={16} aria-hidden className="self-center text-hand" />
      <Link href="/water" className="font-bold text-hand">
        {w.name} {workEvents[w.kind]}
      </Link>
      <span>what to do, and which tank comes first</span>
      <span className="ml-auto text-soft">
        since {dayMonth(w.at, timeZone)} {clock(w.at, timeZone)}
      </span>
    </li>
  );
}

function AlarmLine({ a }: { a: OpenAlarm }) {
  const s = useSession();
  const act = useAct(seeAlarm);
  return (
    <li className="flex flex-wrap items-baseline gap-x-3 gap-y-0.5 text-body">
      <BellRing size={16} aria-hidden className="self-center text-hand" />
      <Link href={`/rooms/${a.roomId}`} className="font-bold text-hand">
        {a.says}
      </Link>
      <span>{a.todo}</span>
      <span className="ml-auto text-soft">
        since {dayMonth(a.openedAt, s.timeZone)} {clock(a.openedAt, s.timeZone)}
        {a.seenBy && `, ${a.seenBy} sees to it`}
      </span>
      {a.seenAt === null && s.role !== 'reader' && (
        <Button disabled={act.busy} onClick={() => void act.submit({ alarm: a.id })}>
          I see to it
        </Button>
      )}
      {act.refused && <span className="text-loss">{act.refused.message}</span>}
    </li>
  );
}
