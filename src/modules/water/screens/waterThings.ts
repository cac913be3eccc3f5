import { thresholds } from '@/core/thresholds';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { DAY_MS, MINUTE_MS } from '@/core/time/spans';
import { drains } from '../acts/drain/act';
import type { WaterAhead } from '../views/ahead';
import type { DrainOpen } from '../views/drains';
import type { WaterOff } from '../views/handWater';
import { aheadSays, aheadTodo, whenAhead } from './aheadWords';

/** A line of Today. */
type Thing = { key: string; who: string; says: string; when: string; tone: 'grave' | 'overdue'; href: string };

/** Tanks whose water was off when it was read, as Today lists them: short of oxygen before all others. */
export function waterThings(off: readonly WaterOff[], now: number, timeZone: string): Thing[] {
  const when = (at: number) =>
    isoDay(at, timeZone) === isoDay(now, timeZone)
      ? clock(at, timeZone)
      : `${dayMonth(at, timeZone, now)} ${clock(at, timeZone)}`;
  const airless = (w: WaterOff) => w.off.some((j) => j.kind === 'oxygen' || j.kind === 'chlorine');
  return [...off]
    .sort((a, b) => Number(airless(b)) - Number(airless(a)))
    .map((w) => ({
      key: `water ${w.unitId}`,
      who: w.unit,
      says: `${w.off.map((j) => j.says).join(', ')}: ${w.off[0]!.todo.replace(/^[^:]*: /, '')}; read it again`,
      when: when(w.at),
      tone: airless(w) ? ('grave' as const) : ('overdue' as const),
      href: `/rearing?unit=${w.unit}`,
    }));
}

/** What will be beyond a limit within a day, as Today lists it: done before it comes, or not at all. */
export const aheadThings = (ahead: readonly WaterAhead[], now: number, timeZone: string, us: boolean): Thing[] =>
  ahead
    .filter((a) => a.breach.at < now + DAY_MS)
    .map((a) => ({
      key: `ahead ${a.key}`,
      who: a.where,
      says: `${whenAhead(a.breach.at, now, timeZone)} ${aheadSays(a, us)}: ${aheadTodo(a, us)[0]}`,
      when: '',
      tone: 'overdue',
      href: '/water',
    }));

/** Standpipes that are out and tanks that are lowered for too long: with fish in them before all others. */
export const drainThings = (open: readonly DrainOpen[], now: number, timeZone: string): Thing[] =>
  open
    .filter((d) => d.stands || now - d.since > EMPTY_MS)
    .filter((d) => now - d.since > thresholds.drainMinutes.value * MINUTE_MS)
    .map((d) => ({
      key: `drain ${d.unitId}`,
      who: d.unit,
      says: `${drains[d.state]}${d.stands ? ' with fish in it' : ''}: standpipe in, refill, read level and flow, say that it is shut`,
      when: `since ${clock(d.since, timeZone)}`,
      tone: d.stands ? 'grave' : 'overdue',
      href: `/rearing?unit=${d.unit}`,
    }));
/** An empty tank may drain for a day before anybody asks. */
const EMPTY_MS = DAY_MS;
