'use client';

import { useRef } from 'react';
import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { clock } from '@/core/time/localDay';
import { MINUTE_MS } from '@/core/time/spans';
import { Button } from '@/ui/Button';
import { useTicking } from '@/ui/ticking';
import { aloneBack } from '../acts/aloneBack/act';
import type { Alone } from '../views/alone';

/** One's own clock while one works alone; those of others once their time is over, on every page. */
export function AloneLines({ of }: { of: readonly Alone[] }) {
  const { now: rendered, personId } = useSession();
  const begun = useRef(Date.now());
  const ticking = useTicking(10_000, of.length > 0);
  const now = rendered + Math.max(0, ticking - begun.current);
  const shown = of.filter((a) => a.personId === personId || a.backBy <= now);
  if (shown.length === 0) return null;
  const over = shown.some((a) => a.backBy <= now);
  return (
    <section
      aria-label="Alone"
      role={over ? 'alert' : undefined}
      className={`no-print border-b px-4 py-1.5 ${over ? 'border-hand bg-hand-wash' : 'border-rule bg-deep-wash'}`}
    >
      {shown.map((a) => (
        <Line key={a.id} a={a} now={now} own={a.personId === personId} />
      ))}
    </section>
  );
}

function Line({ a, now, own }: { a: Alone; now: number; own: boolean }) {
  const { timeZone, role } = useSession();
  const act = useAct(aloneBack);
  const late = Math.floor((now - a.backBy) / MINUTE_MS);
  return (
    <p className="flex flex-wrap items-baseline gap-x-3 gap-y-0.5">
      {now >= a.backBy ? (
        <>
          <b className="text-hand">
            {own ? 'You' : a.who} should be back from {a.place} since {clock(a.backBy, timeZone)}
          </b>
          {!own && (
            <span>{late >= 10 ? 'Go there, two of you; call for help on the way.' : 'Call, then go there.'}</span>
          )}
        </>
      ) : (
        <span>
          You work alone, {a.place}: back by <b>{clock(a.backBy, timeZone)}</b>
        </span>
      )}
      {role !== 'reader' && (
        <Button className="ml-auto" disabled={act.busy} onClick={() => void act.submit({ alone: a.id })}>
          {own ? 'I am back' : 'Found, all well'}
        </Button>
      )}
      {act.refused && <span className="text-loss">{act.refused.message}</span>}
    </p>
  );
}
