'use client';

import { cx } from 'class-variance-authority';
import { useState } from 'react';
import { useSession } from '@/client/session';
import { grouped } from '@/core/quantities/format';
import { Link } from '@/ui/Link';
import { Toggle } from '@/ui/Toggle';
import { feedMassOf } from '../feedWords';
import { DayLine, type Span } from './DayLine';
import type { FeedRow } from './feedRow';
import { GiveButton } from './GiveButton';
import { type KeptPrey, PreyButton } from './PreyButton';

/** Tanks by the time of day: what each is to be given and why, what it got, and one tap for what is due. */
export function FeedingBoard({
  rows,
  nowHour,
  span,
  kept,
}: {
  rows: readonly FeedRow[];
  nowHour: number;
  span: Span;
  /** Harvests of live food that stand, the one that spoils first before the others. */
  kept: readonly KeptPrey[];
}) {
  const us = useSession().units === 'us';
  const [which, setWhich] = useState<'all' | 'due'>('all');
  const due = rows.filter((r) => (r.due?.now || r.prey?.due != null) && !r.waits);
  const shown = which === 'due' ? due : rows;
  const rooms = [...new Set(shown.map((r) => r.room))];
  const hours = Array.from({ length: Math.floor((span.to - span.from) / 3) + 1 }, (_, i) => span.from + 3 * i);
  return (
    <section aria-label="Board of the day">
      {rows.length > 6 && (
        <div className="mb-1">
          <Toggle
            label="Which tanks"
            value={which}
            onChange={setWhich}
            options={[
              { value: 'all', label: `all ${rows.length}` },
              { value: 'due', label: `${due.length} to feed now` },
            ]}
          />
        </div>
      )}
      <div className={cx(GRID, 'items-end text-small text-soft max-md:hidden')} aria-hidden>
        <span className="col-start-2 flex justify-between">
          {hours.map((h, i) => (
            // Each below its hour; the outermost two stay within the board.
            <span key={h} className="flex w-0 justify-center whitespace-nowrap first:justify-start last:justify-end">
              <span className={i > 0 && i < hours.length - 1 ? '-ml-4' : ''}>{String(h).padStart(2, '0')}:00</span>
            </span>
          ))}
        </span>
        <span className="col-start-3">ration, and why</span>
        <span className="col-start-4 text-right">given</span>
      </div>
      {shown.length === 0 && <p className="quiet py-3">Nothing is to be fed just now.</p>}
      {rooms.map((room) => (
        <section key={room} aria-label={room}>
          <h2 className="mt-2 border-b-2 border-deep/40 pb-0.5">{room}</h2>
          <ul>
            {shown
              .filter((r) => r.room === room)
              .map((r) => (
                <li
                  key={r.key}
                  data-feed={r.unit}
                  className={cx(GRID, 'items-center border-b border-rule py-1 max-md:gap-y-0.5')}
                >
                  <span className="min-w-0 leading-tight">
                    <Link href={`/rearing?unit=${encodeURIComponent(r.unit)}`} className="text-lead font-bold text-ink">
                      {r.unit}
                    </Link>
                    <span className="block truncate text-mark text-soft max-md:inline max-md:pl-2" title={r.lot}>
                      {r.lot}
                    </span>
                  </span>
                  <span className="max-md:order-4 max-md:col-span-2">
                    <DayLine row={r} span={span} nowHour={nowHour} dimmed={r.waits !== null} />
                  </span>
                  <span className="min-w-0 text-body leading-tight max-md:order-3">
                    {r.feedG === null && r.givenG > 0 && <b>{feedMassOf(r.givenG, us)} given</b>}
                    {r.feedG !== null && (
                      <>
                        <b>{feedMassOf(r.feedG, us)}</b>
                        <span className={r.givenG > MUCH * r.feedG ? 'text-careful' : 'text-soft'}>
                          , {feedMassOf(r.givenG, us)} given{r.leftG > 0 && `, ${feedMassOf(r.leftG, us)} left`}
                          {r.givenG > MUCH * r.feedG && ': more than their ration'}
                        </span>
                      </>
                    )}
                    <span
                      className={cx('block text-small', r.feedG === null && !r.regime ? 'text-careful' : 'text-soft')}
                      title={`${grouped(r.number)} ${r.stageName}`}
                    >
                      {r.why}
                    </span>
                    {r.regime && (
                      <span className="block text-small text-soft">
                        {r.regime}
                        {r.prey && `; ${r.prey.given} of ${r.prey.meals} meals of live food given`}
                      </span>
                    )}
                    {r.feed && r.feedG !== null && (
                      <span className={cx('block truncate text-small', r.feed.short ? 'text-careful' : 'text-soft')}>
                        {r.feed.label}
                        {r.feed.short && r.feed.lotId !== null && ': not enough for today'}
                      </span>
                    )}
                    {r.waits && <span className="block text-small text-careful">{r.waits}</span>}
                  </span>
                  <span className="justify-self-end max-md:order-2">
                    <GiveButton row={r} />
                    <PreyButton row={r} kept={kept} />
                  </span>
                </li>
              ))}
          </ul>
        </section>
      ))}
    </section>
  );
}

/** Above so many times its ration a tank was given too much. */
const MUCH = 1.1;

const GRID =
  'grid grid-cols-[88px_minmax(0,1fr)_minmax(220px,290px)_108px] gap-x-5 max-md:grid-cols-[minmax(0,1fr)_auto]';
