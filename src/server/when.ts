import { localDay } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import type { Event } from '@/server/act/event';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { earliest } from '@/server/payload';

/** Clocks of tablets run ahead of the server's: this much of "the future" is taken as now. */
export const CLOCK_SLACK_MS = 2 * 60_000;

/**
 * The time of an event, checked against the clock and the person's permission to back-date.
 * @throws ActRefused for a future time, or one further back than the role may go
 */
export function eventOf(
  c: Context,
  p: { at?: number; precision: 'minute' | 'day'; measuredBy: string; note: string },
): Event {
  let at = p.at ?? c.now;
  if (at > c.now && at <= c.now + CLOCK_SLACK_MS) at = c.now;
  const today = localDay(c.now, c.site.timeZone);
  const future = p.precision === 'day' ? at >= today.end : at > c.now;
  if (future)
    throw new ActRefused(
      'future',
      'That time has not come yet.',
      'at',
      'Record what has happened; plans do not go into the books.',
    );
  if (at < earliest(c.now))
    throw new ActRefused('longAgo', 'That is more than sixty years ago.', 'at', 'Check the year.');
  const { role } = c.actor;
  // Who puts a record right may leave it at its own time; moved in time it is subject to what the act itself is.
  if (c.replacing?.at !== at) {
    if (role === 'culturist' && at < c.now - 48 * HOUR_MS - (p.precision === 'day' ? 24 * HOUR_MS : 0))
      throw new ActRefused('tooLate', 'That is more than 48 hours ago.', 'at', 'A manager can enter it.');
    if (role === 'hand' && at < today.start)
      throw new ActRefused('tooLate', 'That was before today.', 'at', 'A culturist or the manager can enter it.');
  }
  return { at, precision: p.precision, measuredBy: p.measuredBy || c.actor.name, note: p.note };
}

/** The instant up to which things count as standing there for an event: its minute, or the end of its day (or now). */
export function asOf(c: Context, e: Pick<Event, 'at' | 'precision'>): number {
  return e.precision === 'minute' ? e.at : Math.min(c.now, localDay(e.at, c.site.timeZone).end - 1);
}
