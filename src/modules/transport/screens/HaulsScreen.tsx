'use client';

import { useSession } from '@/client/session';
import { grouped } from '@/core/quantities/format';
import { clock, dayMonth } from '@/core/time/localDay';
import { haulStates } from '@/core/transport/haul';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { type HaulChoice, HaulForm } from '../acts/save/form';
import type { HaulView } from '../views/hauls';

/** Trucks that go out, the next before the others. */
export function HaulsScreen({
  hauls,
  lots,
  sites,
}: {
  hauls: readonly HaulView[];
  lots: readonly HaulChoice[];
  sites: readonly { id: number; name: string }[];
}) {
  const { timeZone, now, role } = useSession();
  const open = hauls.filter((h) => !['back', 'givenUp'].includes(h.state)).toReversed();
  const past = hauls.filter((h) => ['back', 'givenUp'].includes(h.state));
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Hauls">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>Hauls</h1>
        <p className="text-lead text-soft">
          {open.length === 0
            ? 'No truck is planned.'
            : `${open.length} ${open.length === 1 ? 'truck' : 'trucks'}, ${grouped(open.flatMap((h) => h.loads).reduce((s, l) => s + l.number, 0))} fish`}
        </p>
        <span className="ml-auto flex flex-wrap items-baseline gap-x-4">
          <Link className="link" href="/moves/day">
            Day at the water
          </Link>
          <Link className="link" href="/moves/plan">
            Release plan
          </Link>
          <Link className="link" href="/moves">
            Moves and release
          </Link>
          {(role === 'manager' || role === 'culturist') && (
            <DialogButton word="Plan a haul" title="Plan a haul" kind="main">
              {(done) => <HaulForm lots={lots} sites={sites} last={hauls[0]} done={done} />}
            </DialogButton>
          )}
        </span>
      </div>
      {[...open, ...past].map((h) => {
        const warn = h.tanksNow.find((t) => t.todo) ?? null;
        const over = h.full.find((t) => t.share !== null && t.share > 1);
        return (
          <div
            key={h.id}
            className="grid grid-cols-[8rem_minmax(0,12rem)_minmax(0,1fr)_auto] items-baseline gap-x-4 border-b border-rule py-2 max-sm:grid-cols-2"
            data-haul={h.truck}
          >
            <span className="whitespace-nowrap">
              {dayMonth(h.leaveAt, timeZone, now)} <b>{clock(h.leaveAt, timeZone)}</b>
            </span>
            <Link className="link font-semibold" href={`/moves/hauls/${h.id}`}>
              {h.truck}
            </Link>
            <span>
              {h.loads.map((l) => `${grouped(l.number)} of ${l.unitName} to ${l.siteName || 'elsewhere'}`).join('; ') ||
                'nobody yet'}
              {warn && <b className="block text-hand">{`${warn.name}: ${warn.todo}`}</b>}
              {over && <span className="block text-careful">{`${over.name} holds more than it carries`}</span>}
            </span>
            <span className={h.state === 'underWay' ? 'font-semibold text-careful' : 'text-soft'}>
              {haulStates[h.state]}
            </span>
          </div>
        );
      })}
      {hauls.length === 0 && (
        <p className="quiet max-w-prose">
          A haul says what goes into which tank of the truck, whether it carries them, what is looked at before it
          leaves, how they stand on the way, and what was let go where.
        </p>
      )}
    </section>
  );
}
